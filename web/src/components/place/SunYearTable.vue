<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { SunYear } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { useJob } from '@/stores/job'

/** Hours of direct sun on one place, month by month: for a bed, a pen or a bench. */
const props = defineProps<{
  rect: { left_m: number; low_m: number; wide_m: number; deep_m: number }
  utc_h: number | null
}>()
const store = useJob()
const body = computed(() => ({ document: store.document!, ask: { ...props.rect, utc_h: props.utc_h } }))
const { data, error } = useQuery({
  queryKey: computed(() => ['sun-year', body.value]),
  queryFn: async () => (await ask(api.POST('/api/views/sun-year', { body: body.value }))) as SunYear,
  placeholderData: (last) => last,
  retry: false,
})
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const COLUMNS: ListColumn[] = [
  { key: 'name', label: '21st of' },
  { key: 'up', label: 'Sun up', figure: true },
  { key: 'now', label: 'Sun here now', figure: true },
  { key: 'planned', label: 'As planned', figure: true },
]
const hours = (value: number) => `${value.toFixed(1)} h`
const rows = computed(() =>
  (data.value?.months ?? []).map((one) => ({
    month: one.month,
    name: NAMES[one.month - 1]!,
    up: hours(one.up_h),
    now: hours(one.now_h),
    planned: hours(one.planned_h),
  })),
)
</script>

<template>
  <div class="year">
    <p v-if="error" class="small fault" role="alert">{{ error.message }}</p>
    <template v-else-if="data">
      <p class="small" role="status">{{ data.says }}.</p>
      <DataList :rows="rows" :columns="COLUMNS" label="Sun through the year" row-key="month" />
    </template>
    <p v-else class="small quiet" aria-busy="true">Calculating the sun for twelve months…</p>
  </div>
</template>

<style scoped>
.year {
  max-width: 520px;
  max-height: 260px;
  overflow-y: auto;
}
</style>
