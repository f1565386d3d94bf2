<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import SelectBox from '@/components/SelectBox'
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { components } from '@/api/schema'
import CheckLine from '@/components/CheckLine.vue'
import { latest } from '@/logic/turns'
import { useSchools } from '@/stores/schools'
import { sentence } from '@/logic/sentence'

type Answer = components['schemas']['SideBySide']
const router = useRouter()
const schools = useSchools()
const answer = ref<Answer | null>(null)
const fault = ref('')
const problems = ref<Record<string, string>>({})
const member = reactive({ span: '12 ft', dead_line: '13.3 lb/ft', live_line: '53.3 lb/ft', restraint: '' })
const sticks = reactive([
  { school: 'us', species: 'Hem-Fir', grade: 'No.2', size: '2x10', wet: true, shared: true },
  { school: 'ca', species: 'Hem-Fir', grade: 'No.1/No.2', size: '38x235 mm', wet: true, shared: true },
])
const load = ref('floor')
const FIELDS = [
  ['span', 'Span'],
  ['dead_line', 'Dead load on it'],
  ['live_line', 'Live load on it'],
  ['restraint', 'Lateral brace spacing'],
] as const
const LOADS = ['permanent', 'storage', 'floor', 'snow', 'roof', 'wind', 'impact']

onMounted(async () => {
  try {
    await schools.load()
  } catch (error) {
    if (error instanceof Refused && error.status === 401)
      await router.replace({ name: 'sign-in', query: { to: '/compare-codes' } })
    else fault.value = (error as Error).message
  }
})
function change(index: number, key: string): void {
  const school = schools.of(key)
  const stick = sticks[index]
  if (!school || !stick) return
  Object.assign(stick, {
    school: key,
    species: school.species[0] ?? '',
    grade: school.default_grade || (school.grades[1] ?? ''),
    size: school.sizes[2] ?? '',
  })
}
const last = latest()
watchDebounced(
  [member, sticks, load, () => schools.schools.length],
  () => {
    if (!schools.schools.length) return
    const body = { ...member, load: load.value, sticks } as never
    void last(
      async () => (await ask(api.POST('/api/code-comparison', { body }))) as Answer,
      (found) => {
        answer.value = found
        fault.value = ''
        problems.value = {}
      },
      (error) => {
        fault.value = error.message
        problems.value =
          error instanceof Refused ? Object.fromEntries(error.problems.map((item) => [item.field, item.message])) : {}
      },
    )
  },
  { debounce: 120, deep: true, immediate: true },
)
const KIND: Record<string, string> = {
  bending: 'Bending',
  shear: 'Shear',
  deflection: 'Sag',
  'long-term deflection': 'Sag over the years',
}
const PARTS = ['load', 'strength', 'factors', 'limit'] as const
const SAYS = { load: 'load', strength: 'strength of the wood', factors: 'factors', limit: 'limit' }
const times = (value: number) => `× ${value.toFixed(3)}`
const names = computed(() => answer.value?.sides.map((side) => side.title) ?? [])
const columns = computed<ListColumn[]>(() => [
  { key: 'kind', label: 'Check', by: 'kind' },
  { key: 'first', label: names.value[0] ?? '', figure: true, by: 'first_use' },
  { key: 'second', label: names.value[1] ?? '', figure: true, by: 'second_use' },
  ...PARTS.map((part) => ({ key: part, label: SAYS[part], figure: true, by: part })),
  { key: 'ratio', label: 'together', figure: true, by: 'ratio' },
])
/** Which way a part pulls, in words: nothing rests on colour. */
const way = (value: number) => (value > 1.0005 ? 'harder' : value < 0.9995 ? 'easier' : 'alike')
</script>

<template>
  <main class="page">
    <h1>Compare codes</h1>
    <p>
      The same member under two codes. The job's own code decides; this only shows how they differ, and why.
      <router-link to="/calculators">Calculators</router-link> ·
      <router-link to="/sources">Sources and codes</router-link>
    </p>
    <section class="member">
      <label v-for="[name, says] in FIELDS" :key="name"
        >{{ says
        }}<InputText
          v-model="member[name]"
          autocomplete="off"
          :placeholder="name === 'restraint' ? 'all along' : ''"
          :aria-invalid="!!problems[name]"
          :aria-describedby="problems[name] ? 'p-' + name : undefined"
          size="small"
        /><span v-if="problems[name]" :id="'p-' + name" class="fault" role="alert">{{ problems[name] }}</span></label
      >
      <label
        >Load duration<SelectBox v-model="load">
          <option v-for="word in LOADS" :key="word" :value="word">{{ sentence(word) }}</option>
        </SelectBox></label
      >
    </section>
    <p
      v-if="fault && !Object.keys(problems).some((name) => FIELDS.some(([field]) => field === name))"
      class="fault"
      role="alert"
    >
      {{ fault }}
    </p>
    <div class="two">
      <section
        v-for="(stick, index) in sticks"
        :key="index"
        class="side"
        :aria-label="index ? 'second code' : 'first code'"
      >
        <div class="stick">
          <label
            >School<SelectBox :model-value="stick.school" @update:model-value="change(index, $event)">
              <option v-for="item in schools.schools" :key="item.key" :value="item.key">{{ item.title }}</option>
            </SelectBox></label
          >
          <label v-if="schools.of(stick.school)?.species.length"
            >Wood<SelectBox v-model="stick.species">
              <option v-for="word in schools.of(stick.school)?.species" :key="word" :value="word">
                {{ sentence(word) }}
              </option>
            </SelectBox></label
          >
          <label
            >Grade<SelectBox v-model="stick.grade">
              <option v-for="word in schools.of(stick.school)?.grades" :key="word" :value="word">
                {{ sentence(word) }}
              </option>
            </SelectBox></label
          >
          <label
            >Size<InputText
              v-model.lazy="stick.size"
              :list="'sizes' + index"
              :aria-invalid="!!problems[`sticks/${index}/size`]"
              autocomplete="off"
              size="small" /><datalist :id="'sizes' + index">
              <option v-for="word in schools.of(stick.school)?.sizes" :key="word" :value="word" /></datalist
          ></label>
          <label class="tick"><Checkbox v-model="stick.wet" binary /> Outdoors</label>
          <label class="tick"><Checkbox v-model="stick.shared" binary /> Repetitive member</label>
        </div>
      </section>
    </div>
    <section v-if="answer?.differences.length">
      <h2>Difference breakdown</h2>
      <p class="small">
        Each check's share of its limit in {{ names[1] }} over that in {{ names[0] }}, and the four parts whose product
        it is. Above 1 the second code is the harder one.
      </p>
      <div class="across" tabindex="0" role="region" aria-label="The two codes, check by check">
        <DataList :rows="answer.differences" :columns="columns" label="Differences between the codes" row-key="kind">
          <template #kind="{ row }">{{ KIND[row.kind] ?? row.kind }}</template>
          <template #first="{ row }">{{ row.first_use.toFixed(3) }}</template>
          <template #second="{ row }">{{ row.second_use.toFixed(3) }}</template>
          <template v-for="part in PARTS" :key="part" #[part]="{ row }">
            {{ times(row[part]) }} <span class="small quiet">{{ way(row[part]) }}</span>
          </template>
          <template #ratio="{ row }">
            <b>{{ times(row.ratio) }}</b> <span class="small quiet">{{ way(row.ratio) }}</span>
          </template>
        </DataList>
      </div>
    </section>
    <div v-if="answer" class="two">
      <section v-for="(side, index) in answer.sides" :key="index" :aria-label="side.title">
        <h2>
          {{ side.title }} <span class="small quiet">{{ side.edition }}</span>
        </h2>
        <p v-if="side.refused" class="strong">Not covered: {{ side.refused }}. Instead: {{ side.instead }}.</p>
        <CheckLine v-for="(check, i) in side.checks" :key="i" :check="check" />
      </section>
    </div>
  </main>
</template>

<style scoped>
.across {
  overflow-x: auto;
}
.page {
  max-width: 1180px;
}
.member {
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
  align-items: start;
  margin: 12px 0 18px;
}
.member > * {
  width: 170px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 36px;
}
.stick {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
  margin-bottom: 10px;
}
label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
}
label.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 13.5px;
}
label:not(.tick) input,
select {
  width: 100%;
  padding: 6px 8px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font:
    600 14px 'Trellis Sans',
    system-ui,
    sans-serif;
}
input[aria-invalid='true'] {
  border: 2px solid var(--fail);
}
h2 {
  margin-top: 24px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
    gap: 18px;
  }
}
</style>
