<script setup lang="ts">
import { Ellipsis } from 'lucide-vue-next'
import Button from 'primevue/button'
import LazyMenu from '@/components/LazyMenu.vue'
import type { MenuItem } from 'primevue/menuitem'
import { useTemplateRef } from 'vue'

/** Rare actions, behind three dots. */
defineProps<{ label: string; items: MenuItem[] }>()
const menu = useTemplateRef<{ toggle: (event: Event) => void }>('menu')
</script>

<template>
  <span>
    <Button
      severity="secondary"
      text
      class="more"
      :aria-label="label"
      aria-haspopup="true"
      @click="menu?.toggle($event)"
    >
      <Ellipsis :size="18" :stroke-width="1.75" aria-hidden="true" />
    </Button>
    <LazyMenu ref="menu" :items="items" />
  </span>
</template>

<style scoped>
.more {
  width: 34px;
  height: 34px;
  padding: 0;
}
</style>
