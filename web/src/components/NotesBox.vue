<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import type { Job } from '@/api/types'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import { today } from '@/logic/days'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

type Note = NonNullable<Job['site']['notes']>[number]
const store = useJob()
const KINDS: Note['kind'][] = ['height limit', 'setback', 'permit', 'boundary', 'flood or drainage', 'other']
function add(): void {
  store.change((job) => {
    const id = `note-${Date.now().toString(36)}`
    ;(job.site.notes ??= []).push({
      id,
      kind: 'permit',
      structure: '',
      text: '',
      value_m: null,
      source: '',
      on: today(),
    })
  }, 'a note of the office')
}
const edit = (i: number, change: (note: Note) => void) =>
  store.change((job) => change(job.site.notes![i]!), 'a note of the office')
</script>

<template>
  <section aria-label="Permit and zoning notes">
    <h2>Permit and zoning notes <Button text size="small" @click="add">Add note</Button></h2>
    <p v-if="!store.document?.site.notes?.length" class="small quiet">
      Height limits, setbacks, permits: ask, and write down who said it and when. A height limit is held against what
      stands along its line here.
    </p>
    <div v-for="(note, i) in store.document?.site.notes" :key="note.id" class="note">
      <label class="small"
        >Kind<SelectBox
          :model-value="note.kind"
          @update:model-value="edit(i, (at) => void (at.kind = $event as Note['kind']))"
        >
          <option v-for="kind in KINDS" :key="kind" :value="kind">{{ sentence(kind) }}</option>
        </SelectBox></label
      >
      <LengthField
        v-if="note.kind === 'height limit' || note.kind === 'setback'"
        label="Limit"
        optional="none"
        :model-value="note.value_m ?? null"
        :tape="store.tape"
        :path="`site/notes/${i}/value_m`"
        @update:model-value="edit(i, (at) => void (at.value_m = $event))"
      />
      <label class="small"
        >Applies to<SelectBox
          :model-value="note.structure"
          @update:model-value="edit(i, (at) => void (at.structure = $event))"
        >
          <option value="">Everything</option>
          <option v-for="item in store.document?.structures" :key="item.spec.id" :value="item.spec.id">
            {{ item.name }}
          </option>
        </SelectBox></label
      >
      <label class="small words"
        >Note<KeptInput
          :value="note.text"
          maxlength="400"
          @change="edit(i, (at) => void (at.text = ($event.target as HTMLInputElement).value))"
      /></label>
      <label class="small"
        >Said by<KeptInput
          :value="note.source"
          maxlength="200"
          @change="edit(i, (at) => void (at.source = ($event.target as HTMLInputElement).value))"
      /></label>
      <DayField label="On" :model-value="note.on" @update:model-value="edit(i, (at) => void (at.on = $event))" />
      <Button
        text
        size="small"
        :aria-label="`remove the note, ${note.kind}`"
        @click="store.change((job) => void job.site.notes!.splice(i, 1), 'removed a note')"
      >
        Remove
      </Button>
    </div>
  </section>
</template>

<style scoped>
.note {
  display: grid;
  grid-template-columns: 110px 84px 110px minmax(110px, 1fr) 110px 128px auto;
  gap: 8px;
  align-items: end;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
.note > .words:nth-child(3) {
  grid-column: 3 / 5;
}
label.small {
  display: grid;
  color: var(--ink-2);
  min-width: 0;
}
input,
select {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 7px;
  min-width: 0;
  width: 100%;
  height: 30px;
}
@media (max-width: 860px) {
  .note {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
