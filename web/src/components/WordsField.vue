<script setup lang="ts">
import PlainField from '@/components/PlainField.vue'

/** A few words: over their box where they may be many. */
withDefaults(defineProps<{ label: string; modelValue: string; longest?: number; path?: string }>(), {
  longest: 200,
  path: '',
})
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const MANY = 60
const read = (text: string) => (emit('update:modelValue', text), '')
</script>

<template>
  <PlainField :label="label" :shown="modelValue" :read="read" :path="path" :longest="longest" :wide="longest >= MANY" />
</template>
