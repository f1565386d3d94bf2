<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask } from '@/api/client'
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
const store = useJob()
const lines = ref<Line[]>([])

/** Reckons every kept sum anew: a sum kept last year answers by today's rules. */
watch(
  () => store.document?.sums,
  async (sums) => {
    const found: Line[] = []
    for (const kept of sums ?? []) {
      const inputs: Record<string, unknown> = {}
      for (const item of kept.inputs ?? [])
        inputs[item.name] = item.value.startsWith('[') ? JSON.parse(item.value) : item.value
      const shown = (kept.inputs ?? []).map((item) => `${item.name.replaceAll('_', ' ')} ${item.value}`).join(', ')
      const line: Line = { id: kept.id, sum: kept.sum, inputs: shown, says: '', fails: false }
      try {
        const answer = await ask(api.POST('/api/sums', { body: { name: kept.sum, inputs } }))
        line.fails = answer.status === 'fails'
        const good = answer.answers.filter((item) => item.status === 'ok')
        line.says =
          good
            .map((item) => {
              const value = typeof item.value === 'number' ? figure(item.value) : item.value
              return `${item.output.replaceAll('_', ' ')} ${value} ${BARE.includes(item.unit) ? '' : item.unit}`.trim()
            })
            .join('; ') ||
          (answer.answers[0]?.reason ?? '')
      } catch (error) {
        line.says = (error as Error).message
      }
      found.push(line)
    }
    lines.value = found
  },
  { immediate: true },
)
function drop(id: string): void {
  store.change((job) => void (job.sums = (job.sums ?? []).filter((item) => item.id !== id)), 'dropped a kept sum')
}
</script>

<template>
  <section v-if="lines.length">
    <h2>Sums kept</h2>
    <ul>
      <li v-for="line in lines" :key="line.id">
        <p>
          <b>{{ line.sum }}</b> <span class="small quiet">{{ line.inputs }}</span>
          <button class="link small" :aria-label="`drop ${line.sum}`" @click="drop(line.id)">drop</button>
        </p>
        <p><span v-if="line.fails" class="verdict fails">fails</span> {{ line.says }}</p>
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
