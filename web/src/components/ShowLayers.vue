<script setup lang="ts">
import { Layers } from 'lucide-vue-next'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Popover from 'primevue/popover'
import { computed, useTemplateRef } from 'vue'

/** What a drawing shows: layers that can be hidden, behind one button. */
const props = defineProps<{ layers: readonly { says: string; layers: string[] }[] }>()
const hidden = defineModel<string[]>('hidden', { required: true })
const popover = useTemplateRef<{ toggle: (event: Event) => void }>('popover')
const seen = (layers: string[]) => !layers.every((layer) => hidden.value.includes(layer))
const count = computed(() => props.layers.filter((item) => !seen(item.layers)).length)
function toggle(layers: string[]): void {
  hidden.value = seen(layers) ? [...hidden.value, ...layers] : hidden.value.filter((layer) => !layers.includes(layer))
}
</script>

<template>
  <span>
    <Button severity="secondary" text size="small" aria-haspopup="dialog" @click="popover?.toggle($event)">
      <Layers :size="16" :stroke-width="1.75" aria-hidden="true" /> Show<template v-if="count"
        >, {{ count }} hidden</template
      >
    </Button>
    <Popover ref="popover">
      <div class="layers">
        <label v-for="item in layers" :key="item.says"
          ><Checkbox binary :model-value="seen(item.layers)" @change="toggle(item.layers)" /> {{ item.says }}</label
        >
      </div>
    </Popover>
  </span>
</template>

<style scoped>
.layers {
  display: grid;
  gap: 4px;
  min-width: 150px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
</style>
