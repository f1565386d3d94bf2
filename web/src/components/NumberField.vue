<script setup lang="ts">
import { computed } from 'vue'
import PlainField from '@/components/PlainField.vue'

/** A plain number: an hour, a coefficient. */
const props = withDefaults(defineProps<{ label: string; modelValue: number | null; path?: string; empty?: string }>(), {
  path: '',
  empty: '',
})
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const shown = computed(() => (props.modelValue === null ? '' : String(Number(props.modelValue.toFixed(3)))))
function read(text: string): string {
  if (!text && props.empty) return (emit('update:modelValue', null), '')
  const clock = /^(\d{1,2}):(\d\d)$/.exec(text)
  const value = clock ? Number(clock[1]) + Number(clock[2]) / 60 : Number(text.replace(',', '.'))
  if (!text || !Number.isFinite(value)) return 'Write a number, like 1.5 (or 15:30)'
  return (emit('update:modelValue', value), '')
}
</script>

<template>
  <PlainField :label="label" :shown="shown" :read="read" :path="path" :empty="empty" />
</template>
