import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { Conflict, Job, JobState, Problem } from '@/api/types'
import { AGAIN_MS, certain, failure, SAYS, type Failure } from '@/logic/failures'
import { newId } from '@/logic/ids'
import { allUnsaved, dropUnsaved, keepState, keepUnsaved, keptState, type Sent, type Unsaved } from '@/logic/keep'
import { otherTabs, tab } from '@/logic/tabs'
import type { Tape } from '@/logic/units'

type Saved = 'saved' | 'waiting' | 'saving' | 'conflict' | Failure
const PAUSE_MS = 350
/** Work of a tab that was just closed is looked for once more. */
const CLOSED_MS = 1500

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
/** The same words for the same content, in whatever order its fields stand. */
const plain = (value: unknown): string =>
  JSON.stringify(value, (_, item: unknown) =>
    item && typeof item === 'object' && !Array.isArray(item)
      ? Object.fromEntries(Object.entries(item).sort(([a], [b]) => (a < b ? -1 : 1)))
      : item,
  )
const same = (a: unknown, b: unknown) => plain(a) === plain(b)

/** What of a site is still assumed after a change: a soil or wind that somebody has set is known. */
function stillAssumed(before: Job['site'], after: Job['site']): Job['site']['assumed'] {
  const set = { soil: ['soil'], wind: ['wind_speed_m_per_s', 'exposure', 'wind_pressure_pa'] } as const
  return after.assumed.filter((item) =>
    set[item].every(
      (field) => (before as Record<string, unknown>)[field] === (after as Record<string, unknown>)[field],
    ),
  )
}

/**
 * The open job: its document, its history, and whether it is saved. Every change goes through `change`.
 *
 * What is typed is kept in the browser's store before it is sent, under the person's name, and dropped from there
 * once the server has it: a reload, a crash, a sign-out or days without signal lose nothing. A save whose answer did
 * not come is sent again with its key before anything newer, so that nothing is doubled.
 */
export const useJob = defineStore('job', () => {
  const id = ref('')
  const revision = ref(0)
  const document = shallowRef<Job | null>(null)
  const draft = shallowRef<Job | null>(null)
  const canUndo = ref(false)
  const canRedo = ref(false)
  const saved = ref<Saved>('saved')
  const savedAt = ref<Date | null>(null)
  const conflict = shallowRef<Conflict | null>(null)
  const refusals = ref<Problem[]>([])
  /** What could not be done, in a sentence; the next thing done clears it. */
  const fault = ref('')
  /** The job is shown as last seen here: the server was not reached. */
  const behind = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | null = null
  let pending: Sent | null = null
  let words = ''
  /** What is kept in the store under this tab's name is of this page, not of the one before it was loaded again. */
  let written = false

  /** What is drawn: the drag in progress, or the document. */
  const shown = computed(() => draft.value ?? document.value)
  const tape = computed<Tape>(() => shown.value?.reading ?? { system: 'imperial', mark_m: 0.0015875 })

  function take(state: JobState): void {
    id.value = state.id
    revision.value = state.revision
    // What was sent and is kept as it was sent stays the object it is: nothing is planned anew because it was saved.
    if (!same(document.value, state.document)) document.value = state.document
    canUndo.value = state.can_undo
    canRedo.value = state.can_redo
    savedAt.value = new Date(state.saved_at)
    saved.value = 'saved'
    conflict.value = null
    refusals.value = []
    fault.value = ''
    behind.value = false
    pending = null
    if (ahead.length) keep()
    else dropUnsaved(state.id, tab())
    keepState(state)
  }

  async function load(job: string): Promise<void> {
    if (id.value === job && document.value && saved.value !== 'saved') {
      later(0)
      return
    }
    if (id.value !== job) await leave()
    const found = await fetched(job)
    const unsaved = await leftBehind(job)
    if (found instanceof Refused) {
      const kept = keptState(job) ?? (unsaved[0] && asLeft(job, unsaved[0].unsaved))
      if (!kept || !AGAIN_MS[failure(found)]) throw found
      take(kept)
      behind.value = true
    } else take(found)
    takeOver(unsaved)
    if (behind.value) lookAgain(job)
    setTimeout(() => void overtake(job), CLOSED_MS)
  }

  async function fetched(job: string): Promise<JobState | Refused> {
    try {
      return await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: job } } }))
    } catch (error) {
      return error as Refused
    }
  }

  const asLeft = (job: string, unsaved: Unsaved): JobState =>
    ({
      id: job,
      revision: unsaved.base,
      document: unsaved.document,
      can_undo: false,
      can_redo: false,
      says: '',
      saved_at: unsaved.at,
      sent: null,
    }) as JobState

  /** What is unsaved of this tab before it was loaded again, and of tabs that are gone. */
  async function leftBehind(job: string): Promise<{ tab: string; unsaved: Unsaved }[]> {
    const open = await otherTabs()
    return allUnsaved(job).filter((item) => !open.has(item.tab) && !(written && item.tab === tab()))
  }

  /** Goes on with what was typed before; a second tab's after the first is saved. */
  function takeOver(left: { tab: string; unsaved: Unsaved }[]): void {
    const [first] = left
    if (!first || !document.value || saved.value !== 'saved') return
    const { unsaved } = first
    document.value = unsaved.document
    revision.value = unsaved.base
    words = unsaved.says
    pending = unsaved.sent
    if (pending && same(pending.document, unsaved.document)) pending = { ...pending, document: unsaved.document }
    saved.value = 'waiting'
    keep()
    if (first.tab !== tab()) dropUnsaved(id.value, first.tab)
    later(0)
  }

  async function overtake(job: string): Promise<void> {
    if (id.value === job && saved.value === 'saved') takeOver(await leftBehind(job))
  }

  /**
   * Asks for the job until the server answers, unless something is typed meanwhile: that is joined when it is saved.
   */
  function lookAgain(job: string): void {
    setTimeout(async () => {
      if (id.value !== job || !behind.value) return
      if (saved.value === 'saved') {
        const found = await fetched(job)
        if (id.value === job && saved.value === 'saved' && !(found instanceof Refused)) return take(found)
      }
      lookAgain(job)
    }, AGAIN_MS['no signal'])
  }

  /** Before another job is opened: what is unsaved is sent, or stays in the store. */
  async function leave(): Promise<void> {
    await flush()
    clearTimeout(timer)
    written = false
    document.value = null
    draft.value = null
    pending = null
    conflict.value = null
    saved.value = 'saved'
    id.value = ''
  }

  /** Keeps what is typed in the browser's store. */
  function keep(): void {
    if (!document.value || !id.value) return
    const typed = ahead.length ? copy(document.value) : document.value
    for (const { edit } of ahead) edit(typed)
    written = true
    const at = new Date().toISOString()
    keepUnsaved(id.value, tab(), { base: revision.value, document: typed, says: words, at, sent: pending })
  }

  let stepping: Promise<void> | null = null
  /** What is typed while an undo is on its way, on top of what was there before it. */
  const ahead: { edit: (job: Job) => void; says: string }[] = []

  /** Changes the document and saves it soon after. */
  function change(edit: (job: Job) => void, says: string): void {
    if (stepping) {
      // An undo is on its way: the change is made on what it brings, not lost to it, nor to a page that closes
      // meanwhile.
      ahead.push({ edit, says })
      keep()
      return
    }
    if (!document.value) return
    const next = copy(document.value)
    edit(next)
    draft.value = null
    // A field left after Enter says the same again: that is no change, and no step to undo.
    if (same(next, document.value)) return
    // A document kept in the browser may be of an older format, which assumed nothing.
    if (next.site?.assumed?.length) next.site.assumed = stillAssumed(document.value.site, next.site)
    document.value = next
    words = says
    fault.value = ''
    // A clash is told anew, of all that is typed by now.
    conflict.value = null
    saved.value = 'waiting'
    keep()
    later(PAUSE_MS)
  }

  /** Draws a change without making it: a drag, or an option pointed at. */
  function preview(edit: ((job: Job) => void) | null): void {
    if (!edit || !document.value) {
      draft.value = null
      return
    }
    const next = copy(document.value)
    edit(next)
    draft.value = next
  }

  function later(ms: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), ms)
  }

  async function flush(): Promise<void> {
    clearTimeout(timer)
    while (saving) await saving
    if (!document.value || saved.value === 'saved' || saved.value === 'conflict') return
    const now = pending ?? { key: newId(), base: revision.value, document: document.value, says: words }
    saving = send(id.value, now).finally(() => (saving = null))
    await saving
  }

  async function send(job: string, sent: Sent): Promise<void> {
    saved.value = 'saving'
    pending = sent
    keep()
    const { key, base, says } = sent
    try {
      const answer = await api.PUT('/api/jobs/{job_id}', {
        params: { path: { job_id: job } },
        body: { base, document: sent.document, says, key },
      })
      if (answer.response.status === 409) {
        pending = null
        if (document.value === sent.document) {
          conflict.value = answer.error as Conflict
          saved.value = 'conflict'
        } else {
          saved.value = 'waiting'
          later(0)
        }
        keep()
        return
      }
      const state = await ask(Promise.resolve(answer))
      if (document.value === sent.document) {
        take(state)
        takeOver(await leftBehind(job))
      } else {
        // More was typed meanwhile: keep it, on top of what was just sent. Where the server joined that with someone's
        // change, the next save starts from what was sent, never from the joined revision that this page has not taken.
        pending = null
        revision.value = state.sent ?? state.revision
        canUndo.value = state.can_undo
        canRedo.value = false
        saved.value = 'waiting'
        keep()
        later(PAUSE_MS)
      }
    } catch (error) {
      if (certain(error)) pending = null
      refusals.value = error instanceof Refused ? error.problems : []
      const kind = failure(error)
      saved.value = kind
      keep()
      if (AGAIN_MS[kind]) later(AGAIN_MS[kind])
    }
  }

  function step(way: 'undo' | 'redo'): Promise<void> {
    const before = stepping?.catch(() => undefined) ?? Promise.resolve()
    const now: Promise<void> = before
      .then(() => walk(way))
      .catch((error: unknown) => {
        fault.value = `Nothing was ${way === 'undo' ? 'undone' : 'redone'}. ${(error as Error).message}`
      })
      .finally(() => {
        if (stepping !== now) return
        stepping = null
        for (const { edit, says } of ahead.splice(0)) change(edit, says)
      })
    stepping = now
    return now
  }

  async function walk(way: 'undo' | 'redo'): Promise<void> {
    fault.value = ''
    await flush()
    if (['refused', 'too much', 'not allowed', 'gone'].includes(saved.value)) return giveUp()
    if (saved.value === 'no signal') throw new Error('It needs the server, and there is no signal')
    if (saved.value !== 'saved') return
    const job = id.value
    const params = { path: { job_id: job } }
    const body = { base: revision.value }
    const answer =
      way === 'undo'
        ? await reach(api.POST('/api/jobs/{job_id}/undo', { params, body }))
        : await reach(api.POST('/api/jobs/{job_id}/redo', { params, body }))
    if (answer.response.status === 409) await load(job)
    else take(await ask(Promise.resolve(answer)))
  }

  async function reach<T>(call: Promise<T>): Promise<T> {
    try {
      return await call
    } catch {
      throw new Error('The server was not reached')
    }
  }

  /** What the server does not take is given up for what it holds: undo of what was never saved. */
  async function giveUp(): Promise<void> {
    const found = await fetched(id.value)
    if (found instanceof Refused) throw found
    take(found)
  }

  /** Ends a conflict with the version a person put together. */
  async function resolve(chosen: Job): Promise<void> {
    if (!conflict.value) return
    revision.value = conflict.value.revision
    conflict.value = null
    document.value = chosen
    words = 'both versions joined'
    saved.value = 'waiting'
    keep()
    await flush()
  }

  /** How things stand, in a sentence; empty while all is well. */
  const says = computed(() => {
    const told: Partial<Record<Saved, string>> = {
      ...SAYS,
      waiting: 'Not saved yet',
      saving: 'Saving',
      conflict: 'Conflict: choose a version',
    }
    return fault.value || told[saved.value] || (behind.value ? 'No signal: as last seen here' : '')
  })

  return {
    id,
    revision,
    document,
    draft,
    shown,
    tape,
    canUndo,
    canRedo,
    saved,
    savedAt,
    conflict,
    refusals,
    fault,
    says,
    load,
    change,
    preview,
    flush,
    step,
    resolve,
    giveUp,
  }
})
