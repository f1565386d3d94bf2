<script setup lang="ts">
import DatePicker from 'primevue/datepicker'
import { computed, useId } from 'vue'

/** A day, typed as year-month-day or picked behind its button, which covers nothing while one types. */
const props = withDefaults(
  defineProps<{ modelValue: string; label: string; hideLabel?: boolean; disabled?: boolean }>(),
  { hideLabel: false, disabled: false },
)
const emit = defineEmits<{ 'update:modelValue': [on: string] }>()
const id = useId()
const two = (value: number) => String(value).padStart(2, '0')
const date = computed(() => (props.modelValue ? new Date(`${props.modelValue}T12:00`) : null))
function put(value: unknown): void {
  if (value instanceof Date && !isNaN(value.getTime()))
    emit('update:modelValue', `${value.getFullYear()}-${two(value.getMonth() + 1)}-${two(value.getDate())}`)
  else if (value === null) emit('update:modelValue', '')
}
/** A day of the picker is a button: its own mark of being chosen belongs to cells of a grid alone. */
const day = ({ context }: { context: { selected: boolean } }) => ({
  'aria-selected': null,
  role: 'button',
  'aria-pressed': context.selected,
})
/** The month and year that they show are what they are called. */
const PLAIN = { 'aria-label': null }
</script>

<template>
  <div class="day-field">
    <label :for="id" :class="{ 'visually-hidden': hideLabel }">{{ label }}</label>
    <DatePicker
      :input-id="id"
      :model-value="date"
      date-format="yy-mm-dd"
      placeholder="yyyy-mm-dd"
      show-icon
      :show-on-focus="false"
      show-button-bar
      :show-other-months="false"
      :pt="{ day, selectMonth: PLAIN, selectYear: PLAIN }"
      size="small"
      fluid
      :disabled="disabled"
      @update:model-value="put"
    />
  </div>
</template>

<style scoped>
.day-field {
  min-width: 128px;
}
label {
  display: block;
  font-size: 13px;
  color: var(--ink-2);
  margin-bottom: 2px;
}
</style>
