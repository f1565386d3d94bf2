<script setup lang="ts">
import PrimeSelect from 'primevue/select'
import { computed, useId } from 'vue'
import { staying } from '@/components/staying'
import { useProblem } from '@/composables/useProblems'
import { sentence } from '@/logic/sentence'

const Select = staying(PrimeSelect)
const props = withDefaults(
  defineProps<{
    modelValue: string | number
    options: { value: string | number; says: string }[]
    label: string
    path?: string
    inline?: boolean
    asTyped?: boolean /** somebody's own names, shown as they are */
  }>(),
  { path: '', inline: false, asTyped: false },
)
/** An option of more letters does not fit into half of a panel. */
const SHORT = 13
const long = computed(() => props.options.some((option) => option.says.length > SHORT) || props.label.length > 22)
/** More options than these are searched by typing. */
const LONG = 40
const shown = (option: { says: string }) => (props.asTyped ? option.says : sentence(option.says))
const emit = defineEmits<{ 'update:modelValue': [value: string | number] }>()
const id = useId()
const refused = useProblem(() => props.path)
</script>

<template>
  <div class="pick" :class="{ inline, long }">
    <label :id="id + 'l'" :for="id">{{ label }}</label>
    <Select
      :model-value="modelValue"
      :options="options"
      :option-label="shown"
      option-value="value"
      :input-id="id"
      :aria-labelledby="id + 'l'"
      size="small"
      :filter="options.length > LONG"
      :placeholder="modelValue === '' ? sentence(options.find((one) => one.value === '')?.says ?? '') : undefined"
      class="select"
      @update:model-value="emit('update:modelValue', $event)"
    />
    <span v-if="refused" class="fault" role="alert">{{ refused }}</span>
  </div>
</template>

<style scoped>
.pick {
  min-width: 0;
}
.pick label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
  margin-bottom: 2px;
}
.pick.inline {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  row-gap: 1px;
}
.select {
  width: 100%;
}
.select :deep(.p-select-label) {
  font-size: 14px;
  font-weight: 600;
  padding: 4px 7px;
}
.select :deep(.p-select-dropdown) {
  width: 28px;
}
</style>
