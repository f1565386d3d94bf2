<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref, useId, watch } from 'vue'
import { useProblem } from '@/composables/useProblems'
import { sentence } from '@/logic/sentence'

/** A labelled box of text that says what is wrong with it; whoever uses it reads and writes the text. */
const props = withDefaults(
  defineProps<{
    label: string
    shown: string /** what stands in it */
    read: (text: string) => string /** takes what was typed; a sentence where it cannot be */
    path?: string
    empty?: string
    longest?: number
    wide?: boolean /** the box under its label, as wide as there is room */
  }>(),
  { path: '', empty: '', longest: 200, wide: false },
)
const id = useId()
const text = ref('')
const fault = ref('')
const refused = useProblem(() => props.path)
watch(
  () => props.shown,
  (value) => (text.value = value),
  { immediate: true },
)
function commit(): void {
  if (text.value.trim() === props.shown.trim()) fault.value = ''
  else fault.value = props.read(text.value.trim())
}
function back(): void {
  text.value = props.shown
  fault.value = ''
}
</script>

<template>
  <div class="field" :class="{ wide }">
    <label :for="id">{{ label }}</label>
    <InputText
      :id="id"
      v-model="text"
      :placeholder="sentence(empty ?? '')"
      :maxlength="longest"
      autocomplete="off"
      spellcheck="false"
      :aria-invalid="!!(fault || refused)"
      :aria-describedby="fault || refused ? id + 'f' : undefined"
      size="small"
      @change="commit"
      @keydown.esc.stop="back"
    />
    <span v-if="fault || refused" :id="id + 'f'" class="fault" role="alert">{{ fault || refused }}</span>
  </div>
</template>

<style scoped>
/* The box stands beside its label where both have room, else under it. */
.field {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 8px;
}
.field.wide label,
.fault {
  flex-basis: 100%;
}
label {
  flex: 1000 1 auto;
  font-size: 12.5px;
  color: var(--ink-2);
}
input {
  flex: 1 0 92px;
  width: 92px;
  min-width: 0;
  padding: 4px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 600;
}
input[aria-invalid='true'] {
  border-color: var(--fail);
  border-width: 2px;
}
</style>
