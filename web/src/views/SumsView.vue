<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { components } from '@/api/schema'
import { figure } from '@/logic/formula'

type Row = components['schemas']['SumRow']
type Answer = components['schemas']['SumAnswer']
const router = useRouter()
const sums = ref<Row[]>([])
const search = ref('')
const chosen = ref<Row | null>(null)
const typed = reactive<Record<string, string>>({})
const answers = ref<Answer[]>([])
const fault = ref('')
const copied = ref(false)

onMounted(async () => {
  try {
    sums.value = (await ask(api.GET('/api/sums'))).sums
  } catch (error) {
    if (error instanceof Refused && error.status === 401) await router.replace({ name: 'sign-in', query: { to: '/sums' } })
    else fault.value = (error as Error).message
  }
})
const shown = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return sums.value.filter((row) => words.every((word) => `${row.name} ${row.asks} ${row.inputs.map((i) => i.name).join(' ')}`.toLowerCase().includes(word)))
})
watch(chosen, () => {
  for (const key of Object.keys(typed)) delete typed[key]
  if (chosen.value?.inputs.some((input) => input.name === 'school')) typed.school = 'us'
  answers.value = []
})
const inputs = computed(() => {
  const found: Record<string, unknown> = {}
  for (const [name, value] of Object.entries(typed)) {
    if (!value.trim()) continue
    try {
      found[name] = value.trim().startsWith('[') ? JSON.parse(value) : value.trim()
    } catch {
      found[name] = value
    }
  }
  return found
})
watchDebounced(
  [chosen, inputs],
  async () => {
    copied.value = false
    if (!chosen.value || !Object.keys(inputs.value).length) return
    try {
      answers.value = (await ask(api.POST('/api/sums', { body: { name: chosen.value.name, inputs: inputs.value } }))).answers as Answer[]
      fault.value = ''
    } catch (error) {
      fault.value = (error as Error).message
    }
  },
  { debounce: 120, deep: true },
)
const text = (item: Answer) => (item.status !== 'ok' ? '' : typeof item.value === 'number' ? `${figure(item.value)} ${item.unit === '-' || item.unit === 'count' ? '' : item.unit}`.trim() : String(item.value))
const missing = (reason: string, name: string) => reason.startsWith(`${name}: `) && Boolean(typed[name])
const problem = (name: string) => answers.value.find((item) => item.status === 'invalid' && missing(item.reason, name))?.reason.slice(name.length + 2) ?? ''
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(`${chosen.value?.asks} ${answers.value.filter((a) => a.status === 'ok').map((a) => `${a.output} ${text(a)}`).join('; ')}`)
  copied.value = true
}
</script>

<template>
  <main class="sums">
    <header><h1>Quick sums</h1> <router-link to="/">All jobs</router-link> · <router-link to="/numbers">What the numbers rest on</router-link></header>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div class="two">
      <section>
        <label for="want">What do you want to know?</label>
        <input id="want" v-model="search" placeholder="bays, rail on a slope, wind on a fence" autocomplete="off" />
        <ul>
          <li v-for="row in shown" :key="row.name"><button :class="{ on: row.name === chosen?.name }" @click="chosen = row">{{ row.asks }}<span class="quiet small">{{ row.name }}</span></button></li>
        </ul>
        <p v-if="sums.length && !shown.length" class="quiet">No sum answers that yet. Try another word.</p>
      </section>
      <section v-if="chosen" class="sheet">
        <h2>{{ chosen.asks }}</h2>
        <form @submit.prevent>
          <template v-for="input in chosen.inputs" :key="input.name">
            <label :for="'i-' + input.name">{{ input.name.replaceAll('_', ' ') }} <span class="quiet small">{{ input.says || input.kind }}</span></label>
            <span><input :id="'i-' + input.name" v-model="typed[input.name]" :placeholder="input.default || input.kind" autocomplete="off" :aria-invalid="!!problem(input.name)" /><span v-if="problem(input.name)" class="fault" role="alert">{{ problem(input.name) }}</span></span>
          </template>
        </form>
        <table aria-live="polite">
          <tbody>
            <tr v-for="item in answers" :key="item.output"><th>{{ item.output.replaceAll('_', ' ') }}</th><td><b v-if="item.status === 'ok'">{{ text(item) }}</b><span v-else class="quiet">{{ item.status === 'refuse' ? 'not covered: ' : '' }}{{ item.reason.replace(': ', ' ') }}</span></td></tr>
          </tbody>
        </table>
        <p v-if="answers.length" class="small">Source: {{ chosen.source }}. <button class="link" @click="copy">{{ copied ? 'copied' : 'copy' }}</button></p>
      </section>
      <p v-else class="quiet pick">Choose a question; write lengths any way, as 7' 6 1/2", 90.5 in or 2.3 m.</p>
    </div>
  </main>
</template>

<style scoped>
.sums { max-width: 1040px; margin: 0 auto; padding: 24px 28px; }
header { display: flex; gap: 12px; align-items: baseline; margin-bottom: 14px; }
.two { display: grid; grid-template-columns: 400px 1fr; gap: 36px; }
label { display: block; }
input { width: 100%; padding: 6px 9px; border: 1px solid var(--line); border-radius: 3px; background: var(--paper); }
input[aria-invalid='true'] { border: 2px solid var(--fail); }
ul { list-style: none; margin: 10px 0; padding: 0; }
li button { display: grid; width: 100%; text-align: left; background: none; border: 0; border-bottom: 1px solid var(--line); border-left: 3px solid transparent; padding: 7px 8px; cursor: pointer; }
li button.on { border-left-color: var(--chalk); background: var(--chalk-soft); }
.sheet { background: var(--paper); padding: 16px 22px; border: 1px solid var(--line); align-self: start; }
form { display: grid; grid-template-columns: 1fr 220px; gap: 8px 14px; align-items: baseline; margin: 14px 0; }
td b { font-size: 18px; }
.pick { padding-top: 30px; }
@media (max-width: 760px) { .two { grid-template-columns: 1fr; } }
</style>
