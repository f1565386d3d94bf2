<script setup lang="ts">
/** How large a drawing is drawn: the whole of it, a line at its true scale, larger and smaller. */
const props = defineProps<{ line: boolean; zoom: number; trueScale: boolean }>()
const emit = defineEmits<{ fit: []; trueScale: []; zoom: [factor: number] }>()
const STEP = 1.4
const whole = () => props.zoom === 1 && !props.trueScale
</script>

<template>
  <div class="scale" role="group" aria-label="Scale">
    <button class="plain small" :class="{ on: whole() }" :aria-pressed="whole()" @click="emit('fit')">
      {{ line ? 'Fit to view' : 'Whole' }}
    </button>
    <button
      v-if="line"
      class="plain small"
      :class="{ on: trueScale }"
      :aria-pressed="trueScale"
      @click="emit('trueScale')"
    >
      True scale
    </button>
    <button class="plain small" aria-label="Zoom in" @click="emit('zoom', STEP)">+</button>
    <button class="plain small" aria-label="Zoom out" :disabled="zoom === 1" @click="emit('zoom', 1 / STEP)">−</button>
  </div>
</template>

<style scoped>
.scale {
  display: flex;
}
.scale .plain {
  border-radius: 0;
  margin-left: -1px;
  min-width: 28px;
}
</style>
