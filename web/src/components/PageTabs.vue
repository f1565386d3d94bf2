<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { TABS } from '@/logic/pages'

/** Tabs between the pages of one place of the job. */
const props = defineProps<{ place: keyof typeof TABS; label: string }>()
const route = useRoute()
const params = computed(() => ({ job: route.params.job, structure: route.params.structure }))
const tabs = computed(() =>
  TABS[props.place].map(([name, says]) => ({
    name,
    says,
    here: route.name === name,
    to: { name, params: params.value },
  })),
)
</script>

<template>
  <nav class="page-tabs no-print" :aria-label="label">
    <router-link
      v-for="tab in tabs"
      :key="tab.name"
      :to="tab.to"
      :class="{ here: tab.here }"
      :aria-current="tab.here ? 'page' : undefined"
      >{{ tab.says }}</router-link
    >
  </nav>
</template>

<style scoped>
.page-tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 20px;
  border-bottom: 1px solid var(--line);
}
a {
  padding: 8px 0 7px;
  border-bottom: 3px solid transparent;
  margin-bottom: -1px;
  color: var(--ink-2);
  text-decoration: none;
}
a:hover {
  color: var(--ink);
  border-color: var(--line);
}
a.here {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--chalk);
}
</style>
