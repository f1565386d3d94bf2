<script setup lang="ts">
import { computed } from 'vue'
import DeckSheet from '@/components/DeckSheet.vue'
import FenceSheet from '@/components/FenceSheet.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useJob } from '@/stores/job'

const store = useJob()
const { structure } = useJobSheet()
const kind = computed(() => store.shown?.structures.find((item) => item.spec.id === structure.value)?.spec.kind ?? 'fence')
</script>

<template>
  <DeckSheet v-if="kind === 'deck'" />
  <FenceSheet v-else />
</template>
