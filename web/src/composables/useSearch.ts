import { onScopeDispose, ref, shallowRef } from 'vue'
import { narrowed } from '@/api/adapt'
import { api, isFull, Refused, turn } from '@/api/client'
import type { Choice, Job, Option, Problems, WindUpgrade } from '@/api/types'

/** What can be looked for, and what is found. */
interface Finds {
  fixes: Option
  'member-options': Choice
  'wind-upgrades': WindUpgrade
}
/** A line of a search: rows that stand from place `at` on, how many changes were looked at, why it stopped early. */
interface Line {
  rows: unknown[]
  at: number
  planned: number
  says: string
  waiting?: boolean
  failed?: string
}
const LINES = 'application/x-ndjson'

/**
 * A search of the server, its rows shown as they come. A new one, another document or leaving the page ends the one
 * under way, on the server too.
 */
export function useSearch<What extends keyof Finds>(what: What) {
  type Row = Finds[What]
  /** null: nothing was looked for yet. */
  const rows = shallowRef<Row[] | null>(null)
  const busy = ref(false)
  const waiting = ref(false)
  const planned = ref(0)
  /** Where it stopped before it had looked at all. */
  const ceiling = ref('')
  const fault = ref('')
  let under: AbortController | null = null

  async function look(document: Job, structure: string): Promise<void> {
    under?.abort()
    const mine = (under = new AbortController())
    busy.value = true
    planned.value = 0
    ceiling.value = fault.value = ''
    // What was found before stands until what takes its place is found.
    const before = rows.value ?? []
    const found: Row[] = []
    try {
      for await (const line of patiently(what, document, structure, mine.signal)) {
        if (mine !== under) return
        waiting.value = !!line.waiting
        planned.value = line.planned
        if (line.failed) fault.value = line.failed
        if (line.says) ceiling.value = line.says
        if (line.failed || line.waiting) continue
        found.splice(line.at, Infinity, ...(line.rows as Row[]))
        rows.value = [...found, ...before.slice(found.length)]
      }
      if (mine === under && !fault.value) rows.value = found
    } catch (error) {
      if (mine !== under || mine.signal.aborted) return
      fault.value = error instanceof Refused ? error.message : 'The server was not reached'
    } finally {
      if (mine === under) {
        busy.value = waiting.value = false
        under = null
      }
    }
  }

  /** Ends it where it is; what was found stays. */
  function stop(): void {
    under?.abort()
    under = null
    busy.value = waiting.value = false
  }

  /** Ends it and forgets what was found. */
  function clear(): void {
    stop()
    rows.value = null
    ceiling.value = fault.value = ''
  }

  onScopeDispose(stop)
  return { rows, busy, waiting, planned, ceiling, fault, look, stop, clear }
}

/** Where too much is being looked for just now the server says so: it is asked again until there is room. */
async function* patiently(what: keyof Finds, document: Job, structure: string, signal: AbortSignal) {
  for (let tries = 0; ; tries++) {
    try {
      yield* lines(what, document, structure, signal)
      return
    } catch (error) {
      if (signal.aborted || !isFull(error, tries)) throw error
    }
    yield { rows: [], at: 0, planned: 0, says: '', waiting: true } as Line
    await turn()
  }
}

async function* lines(what: keyof Finds, document: Job, structure: string, signal: AbortSignal) {
  const { data, error, response } = await api.POST(`/api/designs/${what}`, {
    body: { document, structure, selected: '' },
    headers: { Accept: LINES },
    parseAs: 'stream',
    signal,
  })
  if (!data) {
    const body = (error ?? {}) as Partial<Problems>
    throw new Refused(response.status, body.title ?? 'Something went wrong on the server', body.problems ?? [])
  }
  const reader = narrowed<ReadableStream<BufferSource>>(data).pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    const parts = (rest + value).split('\n')
    rest = parts.pop() ?? ''
    for (const part of parts) yield JSON.parse(part) as Line
  }
}
