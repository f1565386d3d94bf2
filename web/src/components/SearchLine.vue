<script setup lang="ts">
import Button from 'primevue/button'
/** How far a search is, with a way to end it; and where it stopped by itself. */
defineProps<{ busy: boolean; waiting: boolean; planned: number; ceiling: string; fault: string }>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  <p v-else-if="busy || ceiling" class="small quiet" role="status">
    <template v-if="busy"
      >{{ waiting ? 'Waiting for a turn' : `${planned} planned so far` }}
      <Button text size="small" @click="$emit('stop')">Stop</Button></template
    >
    <template v-else>It {{ ceiling }}.</template>
  </p>
</template>
