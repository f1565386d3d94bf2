<script setup lang="ts">
import Button from 'primevue/button'
import { watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Job } from '@/api/types'
import { useAnswer } from '@/composables/useAnswer'
import { figure } from '@/logic/formula'
import { useJob } from '@/stores/job'

/** Units that are not written behind a number. */
const BARE = ['-', 'text', 'count']
interface Line {
  id: string
  sum: string
  inputs: string
  says: string
  fails: boolean
}
type KeptSum = NonNullable<Job['sums']>[number]
const store = useJob()
/** One kept sum by today's rules: a sum kept last year answers by them, too. */
async function answered(kept: KeptSum): Promise<Line> {
  const given = kept.inputs ?? []
  const inputs = Object.fromEntries(
    given.map((item) => [item.name, item.value.startsWith('[') ? JSON.parse(item.value) : item.value]),
  )
  const answer = await ask(api.POST('/api/calculators', { body: { name: kept.sum, inputs } }))
  const good = answer.answers.filter((item) => item.status === 'ok')
  const says = good.map((item) => {
    const value = typeof item.value === 'number' ? figure(item.value) : item.value
    return `${item.output.replaceAll('_', ' ')} ${value} ${BARE.includes(item.unit) ? '' : item.unit}`.trim()
  })
  return {
    ...named(kept),
    says: says.join('; ') || (answer.answers[0]?.reason ?? ''),
    fails: answer.status === 'fails',
  }
}
const named = (kept: KeptSum): Line => ({
  id: kept.id,
  sum: kept.sum,
  inputs: (kept.inputs ?? []).map((item) => `${item.name.replaceAll('_', ' ')} ${item.value}`).join(', '),
  says: '',
  fails: false,
})
/** One after another: a job with many sums does not ask for all of them at once. */
async function inOrder(): Promise<Line[]> {
  const made: Line[] = []
  for (const kept of store.document?.sums ?? [])
    made.push(await answered(kept).catch((error: Error) => ({ ...named(kept), says: error.message })))
  return made
}
const { found: lines, look } = useAnswer(inOrder, [])
watch(
  () => store.document?.sums,
  () => void look(),
  { immediate: true },
)
function drop(id: string): void {
  store.change((job) => void (job.sums = (job.sums ?? []).filter((item) => item.id !== id)), 'dropped a kept sum')
}
</script>

<template>
  <section v-if="lines.length">
    <h2>Saved calculations</h2>
    <ul>
      <li v-for="line in lines" :key="line.id">
        <p>
          <b>{{ line.sum }}</b> <span class="small quiet">{{ line.inputs }}</span>
          <Button text size="small" :aria-label="`drop ${line.sum}`" @click="drop(line.id)">Remove</Button>
        </p>
        <p><span v-if="line.fails" class="verdict fail">fails</span> {{ line.says }}</p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0 16px;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
p {
  margin: 0;
}
</style>
