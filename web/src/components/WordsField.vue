<script setup lang="ts">
import PlainField from '@/components/PlainField.vue'

/** A few words. */
withDefaults(defineProps<{ label: string; modelValue: string; longest?: number; path?: string }>(), {
  longest: 200,
  path: '',
})
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const read = (text: string) => (emit('update:modelValue', text), '')
</script>

<template>
  <PlainField :label="label" :shown="modelValue" :read="read" :path="path" :longest="longest" />
</template>
