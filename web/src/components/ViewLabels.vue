<script setup lang="ts">
import type { Placed } from '@/logic/labels'

/** Words on a drawing, each where it was placed. */
defineProps<{ labels: Placed[] }>()
</script>

<template>
  <g>
    <text
      v-for="(label, index) in labels"
      :key="index"
      v-memo="[label.x, label.y, label.text, label.layer, label.id]"
      :x="label.x"
      :y="label.y"
      :class="['t', label.layer]"
      :text-anchor="label.anchor"
      :data-id="label.id"
      >{{ label.text }}</text
    >
  </g>
</template>
