<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { useProblem } from '@/composables/useProblems'
import { parseLength, showSmall, toMark, type Bare, type Tape } from '@/logic/units'
import { sentence } from '@/logic/sentence'

const props = withDefaults(
  defineProps<{
    modelValue: number | null /** metres */
    tape: Tape
    label: string
    bare?: Bare /** unit of a number written without one */
    path?: string /** where the server's refusals for this field point */
    optional?: string /** what empty means; without it a value is needed */
    inline?: boolean /** the label stands beside, for forms of short rows */
    hideLabel?: boolean
  }>(),
  { bare: undefined, path: '', optional: '', inline: false, hideLabel: false },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()
const text = ref('')
const fault = ref('')
const editing = ref(false)
const refused = useProblem(() => props.path)
const unit = computed<Bare>(() => (props.tape.system === 'metric' ? 'mm' : (props.bare ?? 'ft')))
const shown = computed(() => (props.modelValue === null ? '' : showSmall(props.modelValue, props.tape)))
watch(
  shown,
  (value) => {
    if (!editing.value) text.value = value
  },
  { immediate: true },
)

function enter(event: FocusEvent): void {
  editing.value = true
  ;(event.target as HTMLInputElement).select()
}
function commit(): void {
  editing.value = false
  const typed = text.value.trim()
  if (typed === shown.value) {
    fault.value = ''
    return
  }
  if (!typed && props.optional) {
    fault.value = ''
    emit('update:modelValue', null)
    return
  }
  const value = parseLength(typed, unit.value)
  if (value === null) {
    fault.value =
      props.tape.system === 'metric'
        ? 'Write it like 2290, 2.29 m or 7\' 6"'
        : 'Write it like 7\' 6 1/2", 90.5 in or 2.3 m'
    return
  }
  fault.value = ''
  if (value === props.modelValue) text.value = shown.value
  else emit('update:modelValue', value)
}
function nudge(event: KeyboardEvent, way: number): void {
  if (props.modelValue === null) return
  event.preventDefault()
  const next = toMark(props.modelValue + way * props.tape.mark_m, props.tape)
  text.value = showSmall(next, props.tape)
  emit('update:modelValue', next)
}
function back(): void {
  text.value = shown.value
  fault.value = ''
}
</script>

<template>
  <div class="field" :class="{ inline }">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <span class="hold">
      <input
        :id="id"
        v-model="text"
        class="box"
        autocomplete="off"
        spellcheck="false"
        inputmode="text"
        :placeholder="sentence(optional ?? '')"
        :aria-invalid="!!(fault || refused)"
        :aria-describedby="fault || refused ? id + 'f' : undefined"
        @focus="enter"
        @blur="commit"
        @keydown.enter.prevent="commit"
        @keydown.esc.stop="back"
        @keydown.up="nudge($event, 1)"
        @keydown.down="nudge($event, -1)"
      />
      <span v-if="fault || refused" :id="id + 'f'" class="fault" role="alert">{{ fault || refused }}</span>
    </span>
  </div>
</template>

<style scoped>
.field {
  display: block;
  min-width: 0;
}
.field label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
  margin-bottom: 2px;
}
.field.inline {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 92px;
  align-items: baseline;
  column-gap: 8px;
}
.field.inline label {
  margin: 0;
}
.box {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 4px 7px;
  font-weight: 600;
}
.box:hover {
  border-color: var(--chalk);
}
.box[aria-invalid='true'] {
  border-color: var(--fail);
  border-width: 2px;
}
.inline .fault {
  grid-column: 1 / -1;
}
</style>
