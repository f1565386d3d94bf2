<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, useId, watch } from 'vue'
import { useProblem } from '@/composables/useProblems'
import { parseRating, sample, showRating, type RatingKind } from '@/logic/ratings'
import type { Tape } from '@/logic/units'
import { sentence } from '@/logic/sentence'

const props = withDefaults(
  defineProps<{
    modelValue: number | null
    tape: Tape
    label: string
    kind: RatingKind
    path?: string
    empty?: string /** what no value means; without it one is needed */
  }>(),
  { path: '', empty: '' },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()
const text = ref('')
const fault = ref('')
const refused = useProblem(() => props.path)
const shown = computed(() => showRating(props.modelValue, props.kind, props.tape))
watch(shown, (value) => (text.value = value), { immediate: true })
function commit(): void {
  if (text.value.trim() === shown.value) return
  const value = parseRating(text.value, props.kind, props.tape)
  if (
    value === null ||
    (value === undefined && !props.empty) ||
    (value !== undefined && value !== null && value <= 0)
  ) {
    fault.value = `Write it like ${sample(props.kind, props.tape)}: a number above 0`
    return
  }
  fault.value = ''
  emit('update:modelValue', value ?? null)
}
function back(): void {
  text.value = shown.value
  fault.value = ''
}
</script>

<template>
  <div class="rating">
    <label :for="id">{{ label }}</label>
    <InputText
      :id="id"
      v-model="text"
      :placeholder="sentence(empty ?? '')"
      autocomplete="off"
      :aria-invalid="!!(fault || refused)"
      :aria-describedby="fault || refused ? id + 'f' : undefined"
      size="small"
      @change="commit"
      @keydown.esc="back"
    />
    <span v-if="fault || refused" :id="id + 'f'" class="fault" role="alert">{{ fault || refused }}</span>
  </div>
</template>

<style scoped>
.rating {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  row-gap: 1px;
}
label {
  font-size: 12.5px;
  color: var(--ink-2);
}
input {
  width: 100%;
  min-width: 0;
  padding: 4px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 600;
  font-size: 14px;
}
input[aria-invalid='true'] {
  border-color: var(--fail);
}
.fault:empty {
  display: none;
}
</style>
