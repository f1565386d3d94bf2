<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { parseLength, showReading, type Tape } from '@/logic/units'

const props = defineProps<{
  title: string
  start: number | null /** metres to begin from */
  planned: number | null
  asksOver?: number | null /** farther off than this it asks once before it is kept */
  hint?: string /** how far off it may be, and what to do then */
  unit?: string /** m, or % of which a share of one is typed */
  tape: Tape
}>()
const emit = defineEmits<{ done: [value_m: number]; strike: []; close: [] }>()
const text = ref('')
const percent = computed(() => props.unit === '%')
const metric = computed(() => percent.value || props.tape.system === 'metric')
const shown = (value: number) => showReading(value, props.unit ?? 'm', props.tape)
const keys = computed(() =>
  metric.value
    ? ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.']
    : ['7', '8', '9', '4', '5', '6', '1', '2', '3', '′', '0', '−'],
)
const fractions = computed(() => (metric.value ? [] : ['⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']))
/** Between the eighths; written as a person writes them. */
const sixteenths = computed(() => (metric.value ? [] : [1, 3, 5, 7, 9, 11, 13, 15].map((n) => `${n}/16`)))
const share = () => (Number.isFinite(Number(text.value)) ? Number(text.value) / 100 : null)
const value = computed(() =>
  text.value
    ? percent.value
      ? share()
      : parseLength(
          /[′″]|mm/.test(text.value) || metric.value ? text.value : text.value + '″',
          metric.value ? 'mm' : 'in',
        )
    : props.start,
)
/** No tape reads so far, and the server takes no more: an upper limit of what is typed, in metres. */
const MOST_M = 5000
const MOST_LETTERS = 14
const beyond = computed(() => Math.abs(value.value ?? 0) > MOST_M)
function press(key: string): void {
  if (text.value.length >= MOST_LETTERS) return
  const apart = key.includes('/') && /\d$/.test(text.value) ? ' ' : ''
  text.value += apart + (key === '′' ? '′ ' : key)
}
function back(): void {
  text.value = text.value
    .trimEnd()
    .replace(/(\d+\/16|.)$/u, '')
    .trimEnd()
}
const off = computed(() =>
  value.value !== null && value.value !== undefined && props.planned !== null ? value.value - props.planned : null,
)
const far = computed(() => off.value !== null && props.asksOver != null && Math.abs(off.value) > props.asksOver)
const sure = ref(false)
watch(text, () => (sure.value = false))
function keep(): void {
  if (value.value === null || beyond.value) return
  if (far.value && !sure.value) sure.value = true
  else emit('done', value.value)
}
</script>

<template>
  <div class="pad" role="dialog" :aria-label="title" @keydown.esc="emit('close')">
    <p class="title">{{ title }}</p>
    <p class="value" aria-live="polite">{{ text || (start === null ? '' : shown(start)) || ' ' }}</p>
    <p class="off">
      <template v-if="value === null">{{ percent ? 'not per cent yet' : 'incomplete' }}</template>
      <template v-else-if="beyond">more than any tape reads: is a figure too many?</template>
      <template v-else-if="off !== null">{{
        Math.abs(off) < 1e-6 ? 'as planned' : `${shown(Math.abs(off))} ${off > 0 ? 'more' : 'less'} than planned`
      }}</template>
    </p>
    <p v-if="hint" class="hint">{{ hint }}</p>
    <p v-if="sure" class="sure" role="alert">Far from plan. Check the reading.</p>
    <div v-if="fractions.length" class="fractions">
      <button v-for="key in fractions" :key="key" @click="press(key)">{{ key }}</button>
    </div>
    <div v-if="sixteenths.length" class="fractions sixteenths">
      <button v-for="key in sixteenths" :key="key" @click="press(key)">{{ key }}</button>
    </div>
    <div class="keys">
      <button v-for="key in keys" :key="key" @click="press(key)">{{ key }}</button>
    </div>
    <div class="ends">
      <button aria-label="Delete last digit" :disabled="!text" @click="back">⌫</button>
      <button @click="text = ''">Clear</button>
      <button v-if="planned !== null" @click="emit('done', planned)">Use planned value</button>
      <button class="main" :disabled="value === null || beyond" @click="keep">
        {{ sure ? 'Save anyway' : 'Keep' }}
      </button>
    </div>
    <button v-if="start !== null" class="strike" @click="emit('strike')">Void {{ shown(start) }}</button>
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
.sixteenths {
  grid-template-columns: repeat(8, 1fr);
}
.sixteenths button {
  font-size: 14px;
}
.hint {
  margin: 0 0 6px;
  font-size: 13px;
  color: var(--ink-2);
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
}
.ends {
  display: grid;
  grid-template-columns: 0.6fr 0.8fr 1fr 1.2fr;
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
.sure {
  margin: 0 0 6px;
  color: var(--fail);
  font-weight: 600;
}
.strike {
  width: 100%;
  margin-top: 5px;
  font-size: 17px;
}
.close {
  position: absolute;
  right: 12px;
  top: 8px;
  font-size: 16px;
  padding: 0 14px;
}
</style>
