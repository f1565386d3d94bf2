<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import PickField from '@/components/PickField.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useJob } from '@/stores/job'

/** Chooses the structure that a page of the job shows; the address follows. */
const store = useJob()
const route = useRoute()
const router = useRouter()
const { structure } = useJobSheet()
const options = computed(() =>
  (store.shown?.structures ?? []).map(({ name, spec }) => ({ value: spec.id, says: name })),
)
function go(to: string): void {
  void router.replace({ name: route.name!, params: { ...route.params, structure: to }, query: route.query })
}
</script>

<template>
  <PickField
    v-if="options.length > 1"
    class="beside"
    inline
    as-typed
    label="Structure"
    :model-value="structure"
    :options="options"
    @update:model-value="go(String($event))"
  />
</template>

<style scoped>
.pick.beside {
  display: flex;
  align-items: center;
  gap: 8px;
}
.pick.beside > :deep(label) {
  margin: 0;
}
</style>
