<script setup lang="ts">
import type { MenuItem } from 'primevue/menuitem'
import { defineAsyncComponent, ref, watch } from 'vue'

/** A menu that comes when it is opened first, under the button that opens it. */
defineProps<{ items: MenuItem[] }>()
const Menu = defineAsyncComponent(() => import('primevue/menu'))
/** All that a menu reads of the press that opens it. */
type Press = Pick<Event, 'currentTarget'>
const pressed = ref<Press | null>(null)
const menu = ref<{ toggle: (press: Press) => void } | null>(null)
function toggle(event: Event): void {
  pressed.value = { currentTarget: event.currentTarget }
  menu.value?.toggle(event)
}
watch(menu, (there) => there && pressed.value && there.toggle(pressed.value), { flush: 'post' })
defineExpose({ toggle })
</script>

<template>
  <Menu v-if="pressed" ref="menu" :model="items" popup />
</template>
