<script setup lang="ts">
import type { Sheet } from '@/api/types'
import SettingSearch from '@/components/SettingSearch.vue'

/** Beside a structure's drawing: any setting by name, then the kind's own. */
defineProps<{ structure: string; sheet: Sheet | null }>()
</script>

<template>
  <aside class="build-panel" aria-label="What is built">
    <h2 class="visually-hidden">What is built</h2>
    <SettingSearch :structure="structure" />
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
.build-panel .fold {
  margin-bottom: 14px;
}
.build-panel .fold > .inside {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px 12px;
  align-items: start;
}
.build-panel .fold > .inside > * {
  min-width: 0;
  grid-column: 1 / -1;
}
/* Short fields stand two in a row, each under its name. */
.build-panel .fold > .inside > :is(.field, .pick:not(.long)) {
  grid-column: auto;
}
.build-panel .field.inline {
  display: block;
}
.build-panel .field.inline label {
  margin-bottom: 2px;
}
.build-panel :is(.field, .pick) > label {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.build-panel h3 {
  font-size: 14px;
  color: var(--ink);
  border-bottom: 1px solid var(--line);
  margin: 0 0 6px;
}
</style>
