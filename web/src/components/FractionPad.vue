<script setup lang="ts">
import { computed, ref } from 'vue'
import { parseLength, showLength, type Tape } from '@/logic/units'

const props = defineProps<{
  title: string
  start: number | null /** metres to begin from */
  planned: number | null
  tape: Tape
}>()
const emit = defineEmits<{ done: [value_m: number]; close: [] }>()
const text = ref('')
const metric = computed(() => props.tape.system === 'metric')
const keys = computed(() =>
  metric.value
    ? ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.']
    : ['7', '8', '9', '4', '5', '6', '1', '2', '3', '′', '0', '−'],
)
const fractions = computed(() => (metric.value ? [] : ['⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']))
const value = computed(() =>
  text.value
    ? parseLength(
        /[′″]|mm/.test(text.value) || metric.value ? text.value : text.value + '″',
        metric.value ? 'mm' : 'in',
      )
    : props.start,
)
function press(key: string): void {
  text.value += key === '′' ? '′ ' : key
}
const off = computed(() =>
  value.value !== null && value.value !== undefined && props.planned !== null ? value.value - props.planned : null,
)
</script>

<template>
  <div class="pad" role="dialog" :aria-label="title" @keydown.esc="emit('close')">
    <p class="title">{{ title }}</p>
    <p class="value" aria-live="polite">{{ text || (start === null ? '' : showLength(start, tape)) || ' ' }}</p>
    <p class="off">
      <template v-if="value === null">not a length yet</template>
      <template v-else-if="off !== null">{{
        Math.abs(off) < 1e-6
          ? 'as planned'
          : `${showLength(Math.abs(off), tape)} ${off > 0 ? 'more' : 'less'} than planned`
      }}</template>
    </p>
    <div v-if="fractions.length" class="fractions">
      <button v-for="key in fractions" :key="key" @click="press(key)">{{ key }}</button>
    </div>
    <div class="keys">
      <button v-for="key in keys" :key="key" @click="press(key)">{{ key }}</button>
    </div>
    <div class="ends">
      <button @click="text = ''">Clear</button>
      <button v-if="planned !== null" @click="emit('done', planned)">As planned</button>
      <button class="main" :disabled="value === null" @click="value !== null && emit('done', value)">Keep</button>
    </div>
    <button class="close" @click="emit('close')">Back</button>
  </div>
</template>

<style scoped>
.pad {
  position: fixed;
  inset: auto 0 0 0;
  max-width: 520px;
  margin: 0 auto;
  background: var(--paper);
  border-top: 3px solid var(--ink);
  padding: 12px 14px 16px;
  z-index: 20;
}
.title {
  font-weight: 600;
  margin: 0;
}
.value {
  font-size: 38px;
  font-weight: 600;
  margin: 0;
  min-height: 50px;
  line-height: 50px;
}
.off {
  margin: 0 0 6px;
  min-height: 20px;
}
button {
  min-height: 56px;
  border: 1px solid var(--line);
  background: var(--ground-2);
  border-radius: 4px;
  font-size: 22px;
  font-weight: 600;
  cursor: pointer;
}
.fractions {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  gap: 5px;
  margin-bottom: 5px;
}
.fractions button {
  padding: 0;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
}
.ends {
  display: grid;
  grid-template-columns: 1fr 1fr 1.2fr;
  gap: 5px;
  margin-top: 5px;
}
.ends button {
  font-size: 17px;
}
.ends .main {
  background: var(--chalk);
  color: #fff;
}
.close {
  position: absolute;
  right: 12px;
  top: 8px;
  font-size: 16px;
  padding: 0 14px;
}
</style>
