<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { nextTick, ref, watch } from 'vue'

/** An input whose half-typed text survives whatever else is drawn anew meanwhile; its listeners are the input's own. */
const props = defineProps<{ value?: string | number | null }>()
const shown = () => String(props.value ?? '')
const text = ref(shown())
const editing = ref(false)
watch(
  () => props.value,
  () => {
    if (!editing.value) text.value = shown()
  },
)
function left(event: Event): void {
  editing.value = false
  // Whoever listens may put the field right; what stands in it then is what is kept.
  void nextTick(() => (text.value = (event.target as HTMLInputElement).value))
}
</script>

<template>
  <InputText v-model="text" size="small" @focus="editing = true" @input="editing = true" @blur="left" @change="left" />
</template>
