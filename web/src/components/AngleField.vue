<script setup lang="ts">
import { computed } from 'vue'
import PlainField from '@/components/PlainField.vue'

/** An angle in degrees; the document holds radians. */
const props = withDefaults(defineProps<{ label: string; modelValue: number | null; path?: string; empty?: string }>(), {
  path: '',
  empty: '',
})
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const shown = computed(() =>
  props.modelValue === null ? '' : `${Number(((props.modelValue * 180) / Math.PI).toFixed(2))}°`,
)
function read(text: string): string {
  if (!text && props.empty) return (emit('update:modelValue', null), '')
  const value = Number(text.replace('°', '').replace(',', '.'))
  if (!text || !Number.isFinite(value)) return 'Write degrees, like 22.5'
  return (emit('update:modelValue', (value * Math.PI) / 180), '')
}
</script>

<template>
  <PlainField :label="label" :shown="shown" :read="read" :path="path" :empty="empty" />
</template>
