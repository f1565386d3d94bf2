<script setup lang="ts">
import { computed, onMounted, ref, toRef } from 'vue'
import type { Asked } from '@/api/types'
import FormField from '@/components/FormField.vue'
import { useStructure } from '@/composables/useStructure'
import { read, write } from '@/logic/paths'
import { matching } from '@/logic/settings'
import { useJob } from '@/stores/job'
import { useKinds } from '@/stores/kinds'
import { useReference } from '@/stores/reference'

/** Any setting of a structure by its name: what it does, what it is now, and changed in place. */
const props = defineProps<{ structure: string }>()
const store = useJob()
const reference = useReference()
const { called } = useKinds()
const { spec, path, specOf } = useStructure(toRef(props, 'structure'))
const asked = ref('')
onMounted(() => void reference.load())
const groups = computed(() => called(spec.value?.kind)?.settings ?? [])
const found = computed(() => matching(groups.value, asked.value, spec.value))
const many = computed(() => found.value.reduce((sum, group) => sum + group.fields.length, 0))
function put(field: Asked, value: unknown): void {
  store.change((job) => write(specOf(job), field.path, value), field.says.toLowerCase())
}
</script>

<template>
  <search v-if="groups.length" class="settings">
    <input
      v-model="asked"
      type="search"
      class="asked"
      aria-label="Find a setting"
      placeholder="Find a setting"
      autocomplete="off"
      spellcheck="false"
      @keydown.esc.stop="asked = ''"
    />
    <template v-if="asked.trim()">
      <p class="small quiet" role="status">
        {{ many ? (many === 1 ? '1 setting' : `${many} settings`) : 'No setting is called so. Try another word' }}
      </p>
      <section v-for="group in found" :key="group.title" class="found">
        <h3>{{ group.title }}</h3>
        <template v-for="field in group.fields" :key="field.path">
          <FormField
            :field="field"
            :value="read(spec, field.path)"
            :tape="store.tape"
            :path="`${path}/${field.path}`"
            @put="put(field, $event)"
          />
          <p v-if="field.text" class="small quiet does">{{ field.text }}</p>
        </template>
      </section>
    </template>
  </search>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 6px;
  margin-bottom: 12px;
}
.asked {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 5px 7px;
  font: inherit;
  font-size: 13.5px;
  color: var(--ink);
}
.found {
  display: grid;
  gap: 5px;
}
.found > :deep(*) {
  min-width: 0;
}
h3 {
  font-size: 12.5px;
  color: var(--ink-2);
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}
.does {
  margin: -3px 0 2px;
}
</style>
