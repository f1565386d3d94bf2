<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { reactive, toRef, watch } from 'vue'
import LengthField from '@/components/LengthField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { today } from '@/logic/days'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

const props = defineProps<{ structure: string }>()
const open = defineModel<boolean>('open', { required: true })
const store = useJob()
const { spec, specOf } = useFence(toRef(props, 'structure'))
const form = reactive({ embedment_m: 2 * FT, hole_width_m: FT, ends_deeper_m: 0, accepted_by: '', why: '' })
watch(open, (now) => {
  const kept = spec.value?.practice
  if (now && kept)
    Object.assign(form, {
      embedment_m: kept.embedment_m,
      hole_width_m: kept.hole_width_m,
      ends_deeper_m: kept.ends_deeper_m ?? 0,
      accepted_by: kept.accepted_by,
      why: kept.why,
    })
})
function practice(): void {
  const name = form.accepted_by.trim()
  if (!name) return
  store.change((job) => {
    const at = specOf(job)
    at.built_on = 'practice'
    at.practice = { ...form, accepted_by: name, accepted_on: today() }
  }, 'built on practice')
  open.value = false
}
function buildOnCalculation(): void {
  store.change((job) => void (specOf(job).built_on = 'reckoned'), 'built on the calculation')
  open.value = false
}
</script>

<template>
  <Dialog v-model:visible="open" modal header="Design basis" :style="{ width: '460px' }">
    <p>
      The calculation sizes each hole by frost, wind and a leaning person. A crew may build a detail of its own instead:
      the drawing, the pieces and the price then follow that detail, and the calculation is printed beside it. It is
      never shown as passing.
    </p>
    <form class="form" @submit.prevent="practice">
      <LengthField v-model="form.embedment_m" label="Embedment of every post" bare="in" :tape="store.tape" />
      <LengthField v-model="form.hole_width_m" label="Hole width" bare="in" :tape="store.tape" />
      <label for="by">Who accepts it</label>
      <InputText id="by" v-model="form.accepted_by" maxlength="80" required />
      <label for="why">Why</label>
      <InputText id="why" v-model="form.why" maxlength="200" />
      <p class="acts">
        <Button severity="secondary" outlined type="submit" :disabled="!form.accepted_by.trim()"
          >Build on this detail</Button
        >
        <Button type="button" @click="buildOnCalculation">Build on the calculation</Button>
      </p>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
}
.acts {
  display: flex;
  justify-content: space-between;
  margin: 8px 0 0;
}
label {
  font-size: 12.5px;
  color: var(--ink-2);
  margin-bottom: -6px;
}
</style>
