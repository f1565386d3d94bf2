<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Sheet } from '@/api/types'

/** Every post's hole and post; a column that nothing fills is left out. */
const props = defineProps<{ sheet: Sheet; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const onLine = computed(() => props.sheet.views.some((view) => view.layout === 'line'))
const pulled = computed(() => props.sheet.posts.some((post) => post.pull_out))
const byHand = computed(() => props.sheet.posts.some((post) => post.hand_dug))
</script>

<template>
  <table class="tight">
    <thead>
      <tr>
        <th>Post</th>
        <th v-if="!onLine">From the corner</th>
        <th>Hole</th>
        <th>Embedment</th>
        <th>Gravel</th>
        <th>Width</th>
        <th>Governed by</th>
        <th>Post</th>
        <th>{{ onLine ? 'Cut-off height above grade' : 'Top above grade' }}</th>
        <th>Bags</th>
        <th v-if="sheet.exact_holes">Bottom level</th>
        <th v-if="pulled">Uplift resistance</th>
        <th v-if="byHand" />
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="post in sheet.posts"
        :key="post.id"
        :class="{ on: post.id === selected }"
        @click="emit('select', post.id)"
      >
        <td>
          <Button unstyled class="pick" @click.stop="emit('select', post.id)">{{ post.number }}</Button>
        </td>
        <td v-if="!onLine" class="strong">{{ post.reading }}</td>
        <td class="strong">{{ post.hole }}</td>
        <td>{{ post.embedment }}</td>
        <td>{{ post.gravel }}</td>
        <td>{{ post.hole_width }}</td>
        <td class="governs">{{ post.governs }}</td>
        <td>{{ post.post_length }}</td>
        <td>{{ post.cut_height }}</td>
        <td>{{ post.bags.toFixed(1) }}</td>
        <td v-if="sheet.exact_holes" class="strong">{{ post.bottom }}</td>
        <td v-if="pulled">{{ post.pull_out.split(':')[0] }}</td>
        <td v-if="byHand" class="strong">{{ post.hand_dug ? 'by hand' : '' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td:not(.governs) {
  white-space: nowrap;
}
</style>
