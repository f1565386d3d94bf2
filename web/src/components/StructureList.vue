<script setup lang="ts">
import StateTag from '@/components/StateTag.vue'
import type { Sheet } from '@/api/types'
import { useJob } from '@/stores/job'

/** The structures of the job, the open one with how it stands. */
defineProps<{ structure: string; sheet: Sheet | null }>()
const store = useJob()
</script>

<template>
  <section>
    <h3>Structures</h3>
    <router-link
      v-for="item in store.shown?.structures"
      :key="item.spec.id"
      :to="{ params: { structure: item.spec.id } }"
      class="structure"
      :class="{ here: item.spec.id === structure }"
    >
      {{ item.name }}
      <StateTag v-if="item.spec.id === structure" class="small" :state="sheet?.verdict" />
    </router-link>
  </section>
</template>

<style scoped>
.structure {
  display: flex;
  justify-content: space-between;
  text-decoration: none;
  color: var(--ink);
  padding: 3px 0 3px 8px;
  border-left: 3px solid transparent;
}
.structure.here {
  border-color: var(--chalk);
  font-weight: 600;
}
</style>
