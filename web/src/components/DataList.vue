<script setup lang="ts" generic="Row extends object">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { computed } from 'vue'

/**
 * A table of rows: sorted at a press on its head, its head in sight while it is scrolled, figures right, totals below.
 * A cell is the slot of its column's key, else the row's own field of that key.
 */
export interface ListColumn {
  key: string
  label: string
  /** Figures stand right, in one column. */
  figure?: boolean
  /** Sorts by this field of the row; without one the column is not sorted. */
  by?: string
  strong?: boolean
  quiet?: boolean
}
const props = defineProps<{
  rows: readonly Row[]
  columns: readonly ListColumn[]
  label: string
  rowKey: string
  /** Rows that are chosen elsewhere. */
  on?: (row: Row) => boolean
  /** A hundred rows at a time. */
  paged?: boolean
}>()
const emit = defineEmits<{ pick: [row: Row] }>()
const slots = defineSlots<Record<string, (scope: { row: Row }) => unknown>>()
/** A foot's cell belongs to no row. */
const none = Object.freeze({}) as never
const value = computed(() => [...props.rows])
const cell = (row: Row, key: string) => (row as Record<string, unknown>)[key]
const footed = computed(() => props.columns.some((column) => slots[`foot-${column.key}`]))
</script>

<template>
  <DataTable
    class="data-list"
    size="small"
    removable-sort
    :value="value"
    :paginator="paged && rows.length > 100"
    :rows="paged ? 100 : undefined"
    :data-key="rowKey"
    :row-class="(row: Row) => ({ on: on?.(row) })"
    :table-props="{ 'aria-label': label }"
    @row-click="emit('pick', $event.data)"
  >
    <Column
      v-for="column in columns"
      :key="column.key"
      :field="column.by ?? column.key"
      :sortable="!!column.by"
      :header="column.label"
      :class="{ figure: column.figure, strong: column.strong, quiet: column.quiet }"
    >
      <template #body="{ data }">
        <slot :name="column.key" :row="data">{{ cell(data, column.key) }}</slot>
      </template>
      <template v-if="footed" #footer>
        <slot :name="`foot-${column.key}`" :row="none" />
      </template>
    </Column>
  </DataTable>
</template>

<style scoped>
.data-list :deep(th),
.data-list :deep(td) {
  padding: 5px 10px;
  border-color: var(--line);
}
.data-list :deep(thead th) {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--paper);
  font-size: 12.5px;
  color: var(--ink-2);
}
.data-list :deep(.figure) {
  text-align: right;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.data-list :deep(.figure .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.data-list :deep(.p-datatable-sort-icon) {
  width: 11px;
  height: 11px;
}
.data-list :deep(.strong),
.data-list :deep(tfoot td) {
  font-weight: 600;
}
.data-list :deep(.quiet) {
  color: var(--ink-2);
  font-size: 12.5px;
}
.data-list :deep(tr.on > td) {
  background: var(--chalk-soft);
}
</style>
