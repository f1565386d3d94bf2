<script setup lang="ts">
import { CAUTIONS } from '@/logic/states'
import type { Sheet } from '@/api/types'

/** Clashes, notes to build by and cautions of a structure. */
defineProps<{ sheet: Sheet }>()
</script>

<template>
  <ul class="cautions">
    <li v-for="text in sheet.conflicts" :key="text" class="clash"><b>Conflict.</b> {{ text }}</li>
    <li v-for="text in sheet.notes" :key="text"><b>Note.</b> {{ text }}</li>
    <li v-for="(caution, i) in sheet.cautions" :key="i">
      <b>{{ CAUTIONS[caution.kind] ?? caution.kind }}.</b> {{ caution.text }}
      <span class="quiet small">{{ caution.source }}</span>
    </li>
  </ul>
</template>
