<script setup lang="ts">
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
      <table class="seconds">
        <thead>
          <tr>
            <th>Clause or table</th>
            <th>Values</th>
            <th>Agree</th>
            <th>With what</th>
            <th>Questioned</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in seconds" :key="one.clause">
            <td>{{ one.clause }}</td>
            <td>{{ one.values }}</td>
            <td>{{ one.agree }}</td>
            <td>{{ one.by }}</td>
            <td class="small">{{ one.doubted || 'none' }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-for="[source, list] in groups" :key="source">
      <h2>{{ source }}</h2>
      <table>
        <thead>
          <tr>
            <th>Sum</th>
            <th>Answer</th>
            <th>Expected</th>
            <th>Calculated</th>
            <th>Confidence</th>
            <th>What it is</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in list" :key="row.id">
            <td>{{ row.sum }}</td>
            <td>{{ row.output }}</td>
            <td>{{ row.expected }} {{ row.unit === 'text' ? '' : row.unit }}</td>
            <td>
              <b :class="['verdict', row.outcome === 'agrees' ? 'pass' : 'fail']">{{ row.outcome }}</b>
              {{
                Number.isFinite(Number(row.calculated)) ? Number(Number(row.calculated).toPrecision(7)) : row.calculated
              }}
            </td>
            <td>{{ sure(row) }}</td>
            <td class="small quiet">{{ row.note }}</td>
          </tr>
        </tbody>
      </table>
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
table {
  table-layout: fixed;
}
th:nth-child(1) {
  width: 15%;
}
th:nth-child(2) {
  width: 13%;
}
th:nth-child(3) {
  width: 12%;
}
th:nth-child(4) {
  width: 16%;
}
th:nth-child(5) {
  width: 17%;
}
.seconds th:nth-child(1) {
  width: 36%;
}
.seconds th:nth-child(2),
.seconds th:nth-child(3) {
  width: 9%;
}
.seconds th:nth-child(4) {
  width: 24%;
}
.seconds th:nth-child(5) {
  width: 22%;
}
td {
  overflow-wrap: anywhere;
}
</style>
