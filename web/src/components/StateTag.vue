<script setup lang="ts">
import { stateLabel } from '@/logic/states'

/** A state or result in words, in its own colour and with its own mark. */
defineProps<{ state: string | undefined; label?: string }>()
</script>

<template>
  <span v-if="state" class="verdict" :class="state">{{ label || stateLabel(state) }}</span>
</template>
