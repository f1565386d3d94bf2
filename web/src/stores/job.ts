import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { Conflict, Job, JobState, Problem } from '@/api/types'
import type { Tape } from '@/logic/units'

type Saved = 'saved' | 'waiting' | 'saving' | 'no signal' | 'refused' | 'conflict'
const PAUSE_MS = 350

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** The open job: its document, its history, and whether it is saved. Every change goes through `change`. */
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
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | null = null
  let words = ''

  /** What is drawn: the drag in progress, or the document. */
  const shown = computed(() => draft.value ?? document.value)
  const tape = computed<Tape>(() => shown.value?.reading ?? { system: 'imperial', mark_m: 0.0015875 })

  function take(state: JobState): void {
    id.value = state.id
    revision.value = state.revision
    document.value = state.document
    canUndo.value = state.can_undo
    canRedo.value = state.can_redo
    savedAt.value = new Date(state.saved_at)
    saved.value = 'saved'
    conflict.value = null
    refusals.value = []
  }

  async function load(job: string): Promise<void> {
    if (id.value === job && document.value && saved.value !== 'saved') return
    document.value = id.value === job ? document.value : null
    take(await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: job } } })))
  }

  let stepping: Promise<void> | null = null

  /** Changes the document and saves it soon after. */
  function change(edit: (job: Job) => void, says: string): void {
    if (stepping) {
      // An undo is on its way: the change is made on what it brings, not lost to it.
      void stepping.catch(() => undefined).then(() => change(edit, says))
      return
    }
    if (!document.value) return
    const next = copy(document.value)
    edit(next)
    draft.value = null
    // A field left after Enter says the same again: that is no change, and no step to undo.
    if (JSON.stringify(next) === JSON.stringify(document.value)) return
    document.value = next
    words = says
    if (saved.value !== 'conflict') saved.value = 'waiting'
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), PAUSE_MS)
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

  async function flush(): Promise<void> {
    clearTimeout(timer)
    if (saving) await saving
    if (!document.value || saved.value === 'saved' || saved.value === 'conflict') return
    saving = send(document.value).finally(() => (saving = null))
    await saving
  }

  async function send(sent: Job): Promise<void> {
    saved.value = 'saving'
    try {
      const answer = await api.PUT('/api/jobs/{job_id}', {
        params: { path: { job_id: id.value } },
        body: { base: revision.value, document: sent, says: words },
      })
      if (answer.response.status === 409) {
        conflict.value = answer.error as Conflict
        saved.value = 'conflict'
        return
      }
      const state = await ask(Promise.resolve(answer))
      if (document.value === sent) take(state)
      else {
        // More was typed meanwhile: keep it, on top of what was just sent. Where the server joined that with someone's
        // change, the next save starts from what was sent, never from the joined revision that this page has not taken.
        revision.value = state.sent ?? state.revision
        canUndo.value = state.can_undo
        canRedo.value = false
        saved.value = 'waiting'
        timer = setTimeout(() => void flush(), PAUSE_MS)
      }
    } catch (error) {
      const refused = error instanceof Refused ? error : new Refused(0, '', [])
      refusals.value = refused.problems
      saved.value = refused.status === 422 ? 'refused' : 'no signal'
      if (saved.value === 'no signal') timer = setTimeout(() => void flush(), 4000)
    }
  }

  function step(way: 'undo' | 'redo'): Promise<void> {
    const before = stepping?.catch(() => undefined) ?? Promise.resolve()
    const now: Promise<void> = before
      .then(() => walk(way))
      .finally(() => {
        if (stepping === now) stepping = null
      })
    stepping = now
    return now
  }

  async function walk(way: 'undo' | 'redo'): Promise<void> {
    await flush()
    if (saved.value !== 'saved') return
    const params = { path: { job_id: id.value } }
    const body = { base: revision.value }
    const answer =
      way === 'undo'
        ? await api.POST('/api/jobs/{job_id}/undo', { params, body })
        : await api.POST('/api/jobs/{job_id}/redo', { params, body })
    if (answer.response.status === 409) await load(id.value)
    else take(await ask(Promise.resolve(answer)))
  }

  /** Ends a conflict with the version a person put together. */
  async function resolve(chosen: Job): Promise<void> {
    if (!conflict.value) return
    revision.value = conflict.value.revision
    conflict.value = null
    document.value = chosen
    words = 'both versions joined'
    saved.value = 'waiting'
    await flush()
  }

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
    load,
    change,
    preview,
    flush,
    step,
    resolve,
  }
})
