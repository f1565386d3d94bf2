<script setup lang="ts">
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { components } from '@/api/schema'

type Row = components['schemas']['KnownRow']
const router = useRouter()
const rows = ref<Row[]>([])
const seconds = ref<components['schemas']['SecondRow'][]>([])
const fault = ref('')
onMounted(async () => {
  try {
    const found = await ask(api.GET('/api/verification'))
    rows.value = found.rows as Row[]
    seconds.value = found.seconds
  } catch (error) {
    if (error instanceof Refused && error.status === 401)
      await router.replace({ name: 'sign-in', query: { to: '/sources' } })
    else fault.value = (error as Error).message
  }
})
/** Groups by source, in the order in which the server lists them: published first, then what we are unsure of. */
const groups = computed(() => {
  const found = new Map<string, Row[]>()
  for (const row of rows.value)
    found.set(row.source || 'common practice, no source', [
      ...(found.get(row.source || 'common practice, no source') ?? []),
      row,
    ])
  return [...found]
})
const agree = computed(() => rows.value.filter((row) => row.outcome === 'agrees').length)
const KIND: Record<string, string> = {
  memory: 'recalled, unverified',
  practice: 'common practice',
  computed: 'closed form',
  published: 'published',
}
const compared = computed(() => seconds.value.reduce((sum, one) => sum + one.values, 0))
const same = computed(() => seconds.value.reduce((sum, one) => sum + one.agree, 0))
const published = computed(() => rows.value.filter((row) => row.kind === 'published').length)
const SECONDS: ListColumn[] = [
  { key: 'clause', label: 'Clause or table', by: 'clause' },
  { key: 'values', label: 'Values', by: 'values', figure: true },
  { key: 'agree', label: 'Agree', by: 'agree', figure: true },
  { key: 'by', label: 'With what' },
  { key: 'doubted', label: 'Questioned', quiet: true },
]
const ANSWERS: ListColumn[] = [
  { key: 'sum', label: 'Calculator', by: 'sum' },
  { key: 'output', label: 'Answer' },
  { key: 'expected', label: 'Expected', figure: true },
  { key: 'calculated', label: 'Calculated' },
  { key: 'confidence', label: 'Confidence', by: 'confidence' },
  { key: 'note', label: 'What it is', quiet: true },
]
const sure = (row: Row) =>
  row.second ? `compared with ${row.second}` : `${KIND[row.kind] ?? row.kind}, ${row.confidence}`
</script>

<template>
  <main class="page">
    <h1>Sources and codes</h1>
    <p>
      Known answers, expected beside calculated: {{ published }} published ones first, then what we are unsure of.
      {{ agree }} of {{ rows.length }} agree.
      <router-link to="/calculators">Calculators</router-link>
    </p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <section v-if="seconds.length">
      <h2>Compared with a second source</h2>
      <p>
        {{ compared }} values were compared with something outside this program; {{ same }} agree. All others are from
        memory, and say so.
      </p>
      <DataList class="seconds" :rows="seconds" :columns="SECONDS" label="Second sources" row-key="clause">
        <template #doubted="{ row }">{{ row.doubted || 'none' }}</template>
      </DataList>
    </section>
    <section v-for="[source, list] in groups" :key="source">
      <h2>{{ source }}</h2>
      <DataList class="answers" :rows="list" :columns="ANSWERS" :label="source" row-key="id">
        <template #expected="{ row }">{{ row.expected }} {{ row.unit === 'text' ? '' : row.unit }}</template>
        <template #calculated="{ row }">
          <b :class="['verdict', row.outcome === 'agrees' ? 'pass' : 'fail']">{{ row.outcome }}</b>
          {{ Number.isFinite(Number(row.calculated)) ? Number(Number(row.calculated).toPrecision(7)) : row.calculated }}
        </template>
        <template #confidence="{ row }">{{ sure(row) }}</template>
      </DataList>
    </section>
  </main>
</template>

<style scoped>
.page {
  max-width: 1180px;
}
h2 {
  margin: 22px 0 4px;
}
.seconds,
.answers {
  overflow-wrap: anywhere;
}
</style>
