<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { FenceSpec, Sheet } from '@/api/types'
import DetailCanvas from '@/components/DetailCanvas.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { fenceOf } from '@/kinds/fence/useFence'
import { today } from '@/logic/days'
import { useJob } from '@/stores/job'

const props = defineProps<{ structure: string; look: string; items: [string, string][]; held: string[] }>()
const store = useJob()
const { data: sheet } = useJobAnswer<Sheet>(
  () => `look ${props.structure}`,
  async (document) =>
    (await ask(
      api.POST('/api/designs/plan', { body: { document, structure: props.structure, selected: props.structure } }),
    )) as Sheet,
)
const detail = computed(() => sheet.value?.details?.find((item) => item.id.endsWith('/look')) ?? null)
const spec = computed(() => fenceOf(store.shown?.structures.find((item) => item.spec.id === props.structure)?.spec))
const who = ref('')
const approved = computed(() => spec.value?.look?.of === props.look)
function approve(): void {
  const by = who.value.trim()
  if (!by) return
  const on = today()
  store.change((job) => {
    const at = job.structures.find((item) => item.spec.id === props.structure)!.spec as FenceSpec
    at.look = { by, on, of: props.look, items: props.items.map(([name, value]) => ({ name, value })) }
  }, 'the look approved')
  who.value = ''
}
const paper = ref<'letter' | 'a4'>('letter')
const wide = ref('')
const sample = computed(
  () =>
    `/api/jobs/${store.id}/files/${props.structure}/sample.pdf?` +
    new URLSearchParams({ paper: paper.value, wide: wide.value }),
)
</script>

<template>
  <section class="look" aria-label="The look">
    <h2>Appearance</h2>
    <template v-if="detail">
      <p class="small">{{ detail.title }}</p>
      <DetailCanvas :view="detail.view" small class="drawing" />
    </template>
    <p class="small sample">
      Full size on paper:
      <label
        >Wide
        <InputText v-model="wide" :placeholder="store.tape.system === 'imperial' ? '14 in' : '360 mm'" size="small"
      /></label>
      <label
        >On
        <SelectBox v-model="paper">
          <option value="letter">Letter</option>
          <option value="a4">A4</option>
        </SelectBox></label
      >
      <a :href="sample" target="_blank">print a sample</a>
    </p>
    <p v-if="approved" class="ok">Approved by {{ spec?.look?.by }}, {{ spec?.look?.on }}.</p>
    <form v-else @submit.prevent="approve">
      <p v-for="text in held" :key="text" class="fault">{{ text }}</p>
      <label for="who">Approved by</label>
      <span class="row"
        ><InputText id="who" v-model="who" maxlength="80" autocomplete="off" size="small" /><Button
          severity="secondary"
          outlined
          :disabled="!who.trim()"
          type="submit"
        >
          Approve appearance
        </Button></span
      >
    </form>
  </section>
</template>

<style scoped>
.look {
  display: grid;
  gap: 6px;
  align-content: start;
}
.drawing {
  max-width: 320px;
  border: 1px solid var(--line);
  background: var(--paper);
  border-radius: 3px;
}
.ok {
  color: var(--pass);
  font-weight: 600;
}
.row {
  display: flex;
  gap: 8px;
}
.row input {
  flex: 1;
}
input,
select {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 7px;
  min-height: 30px;
}
.sample input {
  width: 72px;
}
p {
  margin: 0;
}
</style>
