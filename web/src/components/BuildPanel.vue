<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import type { Sheet } from '@/api/types'
import SettingSearch from '@/components/SettingSearch.vue'

/** Beside a structure's drawing: any setting by name, what is shown, then the kind's own. */
defineProps<{
  structure: string
  sheet: Sheet | null
  layers?: readonly { says: string; layers: string[] }[] /** what can be hidden in the drawing */
}>()
const hidden = defineModel<string[]>('hidden', { default: () => [] })
const seen = (layers: string[]) => !layers.every((layer) => hidden.value.includes(layer))
function toggle(layers: string[]): void {
  hidden.value = seen(layers) ? [...hidden.value, ...layers] : hidden.value.filter((layer) => !layers.includes(layer))
}
</script>

<template>
  <aside class="build-panel" aria-label="What is built">
    <h2 class="visually-hidden">What is built</h2>
    <SettingSearch :structure="structure" />
    <section v-if="layers?.length">
      <h3>Show</h3>
      <div class="layers">
        <label v-for="item in layers" :key="item.says"
          ><Checkbox binary :model-value="seen(item.layers)" @change="toggle(item.layers)" /> {{ item.says }}</label
        >
      </div>
    </section>
    <slot />
  </aside>
</template>

<!-- For what its kinds put into it, too. -->
<style>
.build-panel {
  min-width: 0;
  flex: none;
  background: var(--ground-2);
  padding: 12px 14px 20px;
  overflow-y: auto;
}
.build-panel section,
.build-panel .group {
  margin-bottom: 14px;
  display: grid;
  gap: 5px;
}
.build-panel section > *,
.build-panel .group > * {
  min-width: 0;
}
.build-panel h3 {
  font-size: 12.5px;
  color: var(--ink-2);
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}
.build-panel .layers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px 8px;
  font-size: 13px;
}
.build-panel .layers label {
  display: flex;
  gap: 5px;
  align-items: center;
  min-height: 24px;
}
</style>
