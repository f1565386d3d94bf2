<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import ViewShapes from '@/components/ViewShapes.vue'

/** One post and its hole: out of the elevation, or out of the plan where it stands on a grid. */
const props = defineProps<{ sheet: Sheet; post: Sheet['posts'][number] }>()
const W = 390
const SCALE = 74
const elevation = computed(() => props.sheet.views.find((view) => view.how === 'side straight') ?? null)
/**
 * What stands on a grid is read off two tapes: its plan from above stands in for the elevation, the post marked in it.
 */
const framing = computed(() =>
  elevation.value ? null : (props.sheet.views.find((view) => view.layout === 'grid') ?? null),
)
const drawing = computed(() => {
  if (framing.value) {
    const [left, low, right, top] = framing.value.bounds as [number, number, number, number]
    const scale = Math.min((W - 60) / (right - left), 250 / (top - low))
    return {
      scale,
      x0: (W - (right - left) * scale) / 2 - left * scale,
      y0: 10 + top * scale,
      h: (top - low) * scale + 24,
    }
  }
  const tall = props.post.cut_height_m + props.post.hole_m + 0.35
  const scale = Math.min(SCALE, 232 / tall)
  return {
    scale,
    x0: W / 2 - 30 - props.post.station_m * scale,
    y0: 12 + (props.post.ground_m + props.post.cut_height_m + 0.1) * scale,
    h: 240,
  }
})
/** Beside the hole: how deep it is. */
const hole = computed(() => {
  const { y0, scale } = drawing.value
  return `M${W / 2 + 22} ${y0 - props.post.ground_m * scale}h12m-6 0v${props.post.hole_m * scale}m-6 0h12`
})
</script>

<template>
  <svg
    class="hole"
    :viewBox="`0 0 ${W} ${drawing.h}`"
    role="img"
    :aria-label="`Hole ${post.hole} deep, ${post.hole_width} wide`"
  >
    <ViewShapes
      v-if="framing"
      :view="framing"
      :sx="drawing.scale"
      :sy="drawing.scale"
      :x0="drawing.x0"
      :y0="drawing.y0"
      :texts="false"
      :selected="post.id"
    />
    <ViewShapes
      v-else-if="elevation"
      :view="elevation"
      :sx="drawing.scale"
      :sy="drawing.scale"
      :x0="drawing.x0"
      :y0="drawing.y0"
      :from="post.station_m - 3"
      :to="post.station_m + 3"
      :texts="false"
      :selected="post.id"
    />
    <g v-if="!framing" class="dim">
      <path :d="hole" />
      <rect
        :x="W / 2 + 36"
        :y="drawing.y0 - (post.ground_m - post.hole_m / 2) * drawing.scale - 20"
        width="118"
        height="36"
      />
      <text :x="W / 2 + 44" :y="drawing.y0 - (post.ground_m - post.hole_m / 2) * drawing.scale + 7" class="deep">
        {{ post.hole }}
      </text>
      <rect :x="6" y="6" width="136" height="26" />
      <text x="12" y="25" class="cut">cut at {{ post.cut_height }}</text>
      <rect :x="6" :y="drawing.h - 68" width="150" height="62" />
      <text x="12" :y="drawing.h - 50" class="fact">
        {{ post.upright === 'the ground' ? 'hole' : 'foot' }} {{ post.hole_width }} wide
      </text>
      <text x="12" :y="drawing.h - 31" class="fact">gravel {{ post.gravel }}</text>
      <text x="12" :y="drawing.h - 12" class="fact">{{ post.bags_count }} bags</text>
    </g>
  </svg>
  <dl v-if="framing" class="hole-facts pad-x">
    <div>
      <dt>Hole</dt>
      <dd>{{ post.hole }} deep</dd>
    </div>
    <div>
      <dt>Wide</dt>
      <dd>{{ post.hole_width }}</dd>
    </div>
    <div>
      <dt>Gravel</dt>
      <dd>{{ post.gravel }}</dd>
    </div>
    <div>
      <dt>Bags</dt>
      <dd>{{ post.bags_count }}</dd>
    </div>
    <div>
      <dt>Top above ground</dt>
      <dd>{{ post.cut_height }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.pad-x {
  padding-left: 16px;
  padding-right: 16px;
}
.hole-facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 8px 0 0;
}
.hole-facts dt {
  font-size: 13px;
}
.hole-facts dd {
  margin: 0;
  font-size: 20px;
  font-weight: 600;
}
.hole {
  display: block;
  width: 100%;
  background: var(--ground);
}
.dim path {
  stroke: var(--ink);
  stroke-width: 2;
  fill: none;
}
.dim rect {
  fill: var(--paper);
}
.dim text {
  fill: var(--ink);
}
.deep {
  font-size: 26px;
  font-weight: 600;
}
.cut {
  font-size: 17px;
  font-weight: 600;
}
.fact {
  font-size: 15px;
}
</style>
