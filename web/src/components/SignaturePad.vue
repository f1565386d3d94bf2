<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

/** A surface to draw a signature on, with a finger, a pen or a mouse; strokes run from 0 to 1 both ways. */
type Stroke = [number, number][]
const strokes = defineModel<Stroke[]>({ required: true })
const surface = ref<SVGSVGElement>()
const MOST_POINTS = 400
const MOST_STROKES = 60
const drawing = ref(false)
function at(event: PointerEvent): [number, number] {
  const box = surface.value!.getBoundingClientRect()
  const within = (value: number) => Math.min(1, Math.max(0, Math.round(value * 1000) / 1000))
  return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)]
}
function begin(event: PointerEvent): void {
  if (strokes.value.length >= MOST_STROKES) return
  surface.value!.setPointerCapture(event.pointerId)
  drawing.value = true
  strokes.value = [...strokes.value, [at(event)]]
}
function move(event: PointerEvent): void {
  const last = strokes.value.at(-1)
  if (!drawing.value || !last || last.length >= MOST_POINTS) return
  strokes.value = [...strokes.value.slice(0, -1), [...last, at(event)]]
}
const lines = computed(() => strokes.value.map((stroke) => stroke.map(([x, y]) => `${x * 300},${y * 100}`).join(' ')))
</script>

<template>
  <div class="pad">
    <svg
      ref="surface"
      viewBox="0 0 300 100"
      preserveAspectRatio="none"
      role="img"
      aria-label="Signature: draw here, or leave it empty"
      @pointerdown.prevent="begin"
      @pointermove="move"
      @pointerup="drawing = false"
      @pointercancel="drawing = false"
    >
      <line x1="12" y1="80" x2="288" y2="80" class="base" />
      <polyline v-for="(line, k) in lines" :key="k" :points="line" class="ink" />
      <text v-if="!strokes.length" x="150" y="55" class="hint">Draw your signature</text>
    </svg>
    <Button v-if="strokes.length" text size="small" type="button" @click="strokes = []">Clear signature</Button>
  </div>
</template>

<style scoped>
.pad svg {
  display: block;
  width: 100%;
  max-width: 420px;
  height: 130px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
  touch-action: none;
  cursor: crosshair;
}
.base {
  stroke: var(--line);
  vector-effect: non-scaling-stroke;
}
.ink {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.2;
  stroke-linecap: round;
  stroke-linejoin: round;
  vector-effect: non-scaling-stroke;
}
.hint {
  font-size: 13px;
  text-anchor: middle;
  fill: var(--ink-2);
}
</style>
