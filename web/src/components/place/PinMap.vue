<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Town, TownMap } from '@/api/types'
import { useJob } from '@/stores/job'

/** A plain grid of the code's country with its largest towns: a pin is put where the site is, by pointer or arrow keys. */
const emit = defineEmits<{ pick: [at: { latitude_rad: number; longitude_rad: number }, near: Town] }>()
const store = useJob()
const site = computed(() => store.document!.site)
const open = ref(false)
const { data: map } = useQuery({
  queryKey: computed(() => ['town-map', store.document!.school]),
  queryFn: async () =>
    (await ask(api.GET('/api/designs/town-map', { params: { query: { school: store.document!.school } } }))) as TownMap,
  enabled: open,
})
const DEG = Math.PI / 180
const WIDTH = 320
const STEP = 0.05 * DEG
const grid = computed(() => {
  if (!map.value) return null
  const { south_rad, north_rad, west_rad, east_rad } = map.value
  const height = WIDTH * map.value.high_ratio
  const x = (longitude: number) => ((longitude - west_rad) / (east_rad - west_rad)) * WIDTH
  const y = (latitude: number) => ((north_rad - latitude) / (north_rad - south_rad)) * height
  return { height, x, y }
})
/** Largest first; a name that would lie on one already there is left out. */
const names = computed(() => {
  const shown: { town: Town; x: number; y: number }[] = []
  for (const town of map.value && grid.value ? map.value.towns : []) {
    const at = { town, x: grid.value!.x(town.longitude_rad), y: grid.value!.y(town.latitude_rad) }
    const clear = shown.every((one) => Math.abs(one.x - at.x) > 70 || Math.abs(one.y - at.y) > 14)
    if (clear && at.x < WIDTH - 60) shown.push(at)
    if (shown.length > 9) break
  }
  return shown
})
const pin = computed(() =>
  site.value.latitude_rad != null && site.value.longitude_rad != null
    ? { latitude_rad: site.value.latitude_rad, longitude_rad: site.value.longitude_rad }
    : null,
)
const fault = ref('')
async function put(latitude_rad: number, longitude_rad: number): Promise<void> {
  const { south_rad, north_rad, west_rad, east_rad } = map.value!
  const at = {
    latitude_rad: Math.min(north_rad, Math.max(south_rad, latitude_rad)),
    longitude_rad: Math.min(east_rad, Math.max(west_rad, longitude_rad)),
  }
  fault.value = ''
  try {
    const near = (await ask(api.GET('/api/designs/nearest-town', { params: { query: at } }))) as Town
    emit('pick', at, near)
  } catch (error) {
    fault.value = (error as Error).message
  }
}
function pressed(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const { south_rad, north_rad, west_rad, east_rad } = map.value!
  void put(
    north_rad - ((event.clientY - box.top) / box.height) * (north_rad - south_rad),
    west_rad + ((event.clientX - box.left) / box.width) * (east_rad - west_rad),
  )
}
const WAYS: Record<string, [number, number]> = {
  ArrowUp: [1, 0],
  ArrowDown: [-1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}
function key(event: KeyboardEvent): void {
  const way = WAYS[event.key]
  if (!way || !map.value) return
  event.preventDefault()
  const from = pin.value ?? {
    latitude_rad: (map.value.south_rad + map.value.north_rad) / 2,
    longitude_rad: (map.value.west_rad + map.value.east_rad) / 2,
  }
  const step = STEP * (event.shiftKey ? 20 : 1)
  void put(from.latitude_rad + way[0] * step, from.longitude_rad + way[1] * step)
}
const says = computed(() =>
  pin.value
    ? `Pin at ${(pin.value.latitude_rad / DEG).toFixed(2)}°, ${(pin.value.longitude_rad / DEG).toFixed(2)}°`
    : 'No pin yet',
)
</script>

<template>
  <div class="pin">
    <Button severity="secondary" outlined size="small" type="button" :aria-expanded="open" @click="open = !open">
      {{ open ? 'Close map' : 'Pin on a map' }}
    </Button>
    <template v-if="open && map && grid">
      <svg
        :viewBox="`0 0 ${WIDTH} ${grid.height}`"
        tabindex="0"
        role="application"
        :aria-label="`Map grid. ${says}. Arrow keys move the pin, with Shift a degree at a time`"
        @pointerdown="pressed"
        @keydown="key"
      >
        <rect class="paper" :width="WIDTH" :height="grid.height" />
        <g v-for="line in map.lines_north_rad" :key="`n${line}`">
          <line class="line" x1="0" :x2="WIDTH" :y1="grid.y(line)" :y2="grid.y(line)" />
          <text class="degree" x="3" :y="grid.y(line) - 3">{{ Math.round(line / DEG) }}°</text>
        </g>
        <line
          v-for="line in map.lines_east_rad"
          :key="`e${line}`"
          class="line"
          y1="0"
          :y2="grid.height"
          :x1="grid.x(line)"
          :x2="grid.x(line)"
        />
        <circle
          v-for="town in map.towns"
          :key="`${town.name}${town.region}`"
          class="town"
          r="2"
          :cx="grid.x(town.longitude_rad)"
          :cy="grid.y(town.latitude_rad)"
        >
          <title>{{ town.name }}, {{ town.region }}</title>
        </circle>
        <text v-for="one in names" :key="one.town.name" class="name" :x="one.x + 4" :y="one.y - 3">
          {{ one.town.name }}
        </text>
        <g v-if="pin" :transform="`translate(${grid.x(pin.longitude_rad)} ${grid.y(pin.latitude_rad)})`">
          <path class="flag" d="M0 0 V-16 L10 -12 L0 -8" />
        </g>
      </svg>
      <p class="small quiet" role="status">{{ says }}. Its clock and values come from the nearest town.</p>
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.pin {
  display: grid;
  gap: 6px;
  justify-items: start;
}
svg {
  width: 100%;
  max-width: 420px;
  border: 1px solid var(--line);
  touch-action: none;
  cursor: crosshair;
}
.paper {
  fill: var(--paper);
}
.line {
  stroke: var(--line);
}
.degree,
.name {
  font-size: 11px;
  fill: var(--ink-2);
}
.town {
  fill: var(--chalk);
}
.flag {
  fill: var(--flag);
  stroke: var(--ink);
}
p {
  margin: 0;
}
</style>
