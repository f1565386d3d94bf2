<script setup lang="ts">
import { ChevronDown } from 'lucide-vue-next'
import Button from 'primevue/button'
import { ref, useId, watch } from 'vue'
import { folds, keepFold } from '@/logic/folds'

/** A titled group of settings that folds; what somebody folded stays so on this device. `fixed`: it stands open. */
const props = defineProps<{ title: string; folded?: boolean; fixed?: boolean }>()
const id = useId()
const start = () => props.fixed || (folds()[props.title] ?? !props.folded)
const open = ref(start())
watch(
  () => props.title,
  () => (open.value = start()),
)
function turn(): void {
  open.value = !open.value
  keepFold(props.title, open.value)
}
</script>

<template>
  <section class="fold">
    <h3 v-if="fixed">{{ title }}</h3>
    <h3 v-else>
      <Button unstyled class="head" :aria-expanded="open" :aria-controls="id" @click="turn">
        {{ title }}
        <ChevronDown :size="16" :stroke-width="1.75" aria-hidden="true" :class="{ shut: !open }" />
      </Button>
    </h3>
    <div v-show="open" :id="id" class="inside"><slot /></div>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  width: 100%;
  min-height: 28px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.head:focus-visible {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
.shut {
  transform: rotate(-90deg);
}
</style>
