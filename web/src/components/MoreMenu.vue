<script setup lang="ts">
import { Ellipsis } from 'lucide-vue-next'
import Button from 'primevue/button'
import Menu from 'primevue/menu'
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
    <Menu ref="menu" :model="items" popup />
  </span>
</template>

<style scoped>
.more {
  width: 34px;
  height: 34px;
  padding: 0;
}
</style>
