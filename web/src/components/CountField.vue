<script setup lang="ts">
import { computed } from 'vue'
import PlainField from '@/components/PlainField.vue'

/** A whole number, or a share in per cent. */
const props = withDefaults(
  defineProps<{ label: string; modelValue: number | null; percent?: boolean; path?: string; empty?: string }>(),
  { percent: false, path: '', empty: '' },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const shown = computed(() =>
  props.modelValue === null
    ? ''
    : props.percent
      ? `${Number((props.modelValue * 100).toFixed(1))} %`
      : String(props.modelValue),
)
function read(text: string): string {
  if (!text && props.empty) return (emit('update:modelValue', null), '')
  const value = Number(text.replace('%', '').replace(',', '.'))
  if (!text || !Number.isFinite(value)) return props.percent ? 'Write per cent, like 30' : 'Write a whole number'
  if (!props.percent && !Number.isInteger(value)) return 'Write a whole number'
  return (emit('update:modelValue', props.percent ? value / 100 : value), '')
}
</script>

<template>
  <PlainField :label="label" :shown="shown" :read="read" :path="path" :empty="empty" />
</template>
