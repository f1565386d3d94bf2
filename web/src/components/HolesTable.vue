<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'

/** Every post's hole and post; a column that nothing fills is left out. */
const props = defineProps<{ sheet: Sheet; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const onLine = computed(() => props.sheet.views.some((view) => view.layout === 'line'))
const columns = computed<ListColumn[]>(() => {
  const { posts, exact_holes } = props.sheet
  const all: (ListColumn | false)[] = [
    { key: 'number', label: 'Post', by: 'number' },
    !onLine.value && { key: 'reading', label: 'From the corner', strong: true },
    { key: 'hole', label: 'Hole', figure: true, strong: true },
    { key: 'embedment', label: 'Embedment', figure: true },
    { key: 'gravel', label: 'Gravel', figure: true },
    { key: 'hole_width', label: 'Width', figure: true },
    { key: 'governs', label: 'Governed by' },
    { key: 'post_length', label: 'Post', figure: true },
    { key: 'cut_height', label: onLine.value ? 'Cut-off height above grade' : 'Top above grade', figure: true },
    { key: 'bags', label: 'Bags', by: 'bags', figure: true },
    exact_holes && { key: 'bottom', label: 'Bottom level', figure: true, strong: true },
    posts.some((post) => post.pull_out) && { key: 'pull_out', label: 'Uplift resistance' },
    posts.some((post) => post.hand_dug) && { key: 'hand_dug', label: '', strong: true },
  ]
  return all.filter((column) => column !== false)
})
</script>

<template>
  <DataList
    :rows="sheet.posts"
    :columns="columns"
    label="Holes"
    row-key="id"
    :on="(row) => row.id === selected"
    @pick="emit('select', $event.id)"
  >
    <template #number="{ row }"
      ><Button unstyled class="pick" @click.stop="emit('select', row.id)">{{ row.number }}</Button></template
    >
    <template #bags="{ row }">{{ row.bags.toFixed(1) }}</template>
    <template #pull_out="{ row }">{{ row.pull_out.split(':')[0] }}</template>
    <template #hand_dug="{ row }">{{ row.hand_dug ? 'by hand' : '' }}</template>
  </DataList>
</template>
