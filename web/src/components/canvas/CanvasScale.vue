<script setup lang="ts">
import Button from 'primevue/button'
/** How large a drawing is drawn: the whole of it, a line at its true scale, larger and smaller. */
const props = defineProps<{ line: boolean; zoom: number; trueScale: boolean }>()
const emit = defineEmits<{ fit: []; trueScale: []; zoom: [factor: number] }>()
const STEP = 1.4
const whole = () => props.zoom === 1 && !(props.line && props.trueScale)
</script>

<template>
  <div class="scale" role="group" aria-label="Scale">
    <Button
      v-if="line"
      severity="secondary"
      outlined
      size="small"
      :class="{ on: trueScale }"
      :aria-pressed="trueScale"
      @click="emit('trueScale')"
    >
      True scale
    </Button>
    <Button
      severity="secondary"
      outlined
      size="small"
      :class="{ on: whole() }"
      :aria-pressed="whole()"
      @click="emit('fit')"
    >
      {{ line ? 'Fit whole line' : 'Whole' }}
    </Button>
    <Button severity="secondary" outlined size="small" aria-label="Zoom in" @click="emit('zoom', STEP)">+</Button>
    <Button
      severity="secondary"
      outlined
      size="small"
      aria-label="Zoom out"
      :disabled="zoom === 1"
      @click="emit('zoom', 1 / STEP)"
      >−</Button
    >
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
