<script setup lang="ts">
import Slider from 'primevue/slider'
import Button from 'primevue/button'
import FilePick from '@/components/FilePick.vue'
import type { Under } from '@/components/place/useUnder'

/** A photo or scan to lay under the site's drawing, and the two ways to scale it. */
const props = defineProps<{ use: Under }>()
const { under, asking, missing, fault, busy, pale } = props.use
</script>

<template>
  <details class="under" :open="!!under">
    <summary>Underlay image</summary>
    <p v-if="!under" class="small quiet">
      A survey plan, a page of the deeds, a picture from above: bring it, then scale it by two points.
    </p>
    <p v-else-if="missing" class="small fault" role="alert">
      Its picture is not with this job (it was taken away, or stayed with the job that this one came from): bring it
      again.
    </p>
    <p v-else-if="!under.scaled" class="small unknown" role="status">
      Not to scale yet: its size is a guess. Scale it by two points before you measure by it.
    </p>
    <p class="row">
      <FilePick
        :says="under ? 'Another picture' : 'Bring a picture'"
        accept="image/*"
        :busy="busy"
        @picked="use.bring"
      />
      <Button v-if="under" severity="secondary" outlined size="small" @click="use.away">Remove it</Button>
    </p>
    <div v-if="under && !missing" class="ways">
      <Button
        severity="secondary"
        outlined
        size="small"
        :class="{ on: asking === 'length' }"
        :aria-pressed="asking === 'length'"
        @click="use.begin(asking === 'length' ? '' : 'length')"
      >
        Scale by two points
      </Button>
      <Button
        severity="secondary"
        outlined
        size="small"
        :class="{ on: asking === 'places' }"
        :aria-pressed="asking === 'places'"
        @click="use.begin(asking === 'places' ? '' : 'places')"
      >
        Align by two points
      </Button>
      <div class="small shade">
        <span id="under-opacity">Opacity</span>
        <Slider
          :model-value="pale"
          :min="0.15"
          :max="1"
          :step="0.05"
          aria-labelledby="under-opacity"
          @update:model-value="use.shade(Number($event))"
        />
      </div>
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </details>
</template>

<style scoped>
.under .row {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.ways {
  display: grid;
  gap: 6px;
}
.ways .on {
  background: var(--chalk-soft);
  border-color: var(--chalk);
  color: var(--ink);
}
.shade {
  display: flex;
  gap: 10px;
  align-items: center;
}
.unknown {
  color: var(--unknown, var(--ink-2));
  font-weight: 600;
}
</style>
