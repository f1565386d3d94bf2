import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSite } from '@/composables/useSite'
import { useBox } from '@/logic/box'
import { keptSheet, queued } from '@/logic/keep'
import { MemoryBox } from '@/testing/standIn'

const api = vi.hoisted(() => ({ GET: vi.fn(), POST: vi.fn() }))
vi.mock('@/api/client', async () => ({ ...(await vi.importActual<object>('@/api/client')), api }))
vi.mock('@/stores/session', () => ({ useSession: () => ({ look: () => Promise.resolve() }) }))
vi.mock('@vueuse/core', async () => ({ useEventListener: vi.fn(), useOnline: () => ({ value: true }) }))

type Road = Record<string, () => unknown>
const good = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
const refusal = (status: number, title: string) => ({ error: { title, problems: [] }, response: { ok: false, status } })
const nobody = () => Promise.reject(new TypeError('Failed to fetch'))
const job = (name: string) => ({ name, structures: [] })
/** How the server answers each question; what is not named here as in the usual case. */
function serves(more: Road = {}): void {
  const road: Road = {
    '/api/jobs/{job_id}': () => good({ document: job('Fence'), revision: 4 }),
    '/api/designs/plan': () => good({ id: 'f', conflicts: [] }),
    '/api/designs/locate-status': () => good({ ready: true, open_points: [] }),
    '/api/jobs/{job_id}/readings': () => good({ readings: [], kept: [] }),
    '/api/jobs/{job_id}/obstructions': () => good({}),
    ...more,
  }
  const answer = (path: string) => Promise.resolve(road[path]!())
  api.GET.mockImplementation(answer)
  api.POST.mockImplementation(answer)
}
const scopes: ReturnType<typeof effectScope>[] = []
function site() {
  const scope = effectScope(true)
  scopes.push(scope)
  return scope.run(() => useSite('a', 'f'))!
}

beforeEach(() => {
  vi.stubGlobal('window', {})
  vi.spyOn(console, 'warn').mockImplementation(() => undefined) // nothing is mounted here
  useBox(new MemoryBox())
  api.GET.mockReset()
  api.POST.mockReset()
})
afterEach(() => {
  scopes.splice(0).forEach((scope) => scope.stop())
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

describe('a structure on a phone', () => {
  it('is shown as the server has it and kept for when there is no signal', async () => {
    serves()
    const page = site()
    await page.fetchPlan()
    expect([page.sheet.value!.id, page.document.value!.name, page.fault.value]).toEqual(['f', 'Fence', ''])
    expect(keptSheet('a', 'f')).toMatchObject({ revision: 4, job: { name: 'Fence' }, held: [] })
    page.stop()
  })

  it('opens without signal as it was last seen, with what held the first hole back then', async () => {
    serves({ '/api/designs/locate-status': () => good({ ready: false, open_points: ['Services are not marked'] }) })
    const first = site()
    await first.fetchPlan()
    first.stop()
    serves({ '/api/jobs/{job_id}': nobody })
    const later = site()
    expect([later.sheet.value!.id, later.held.value]).toEqual(['f', ['Services are not marked']])
    await later.fetchPlan()
    expect([later.sheet.value!.id, later.signal.value, later.fault.value]).toEqual(['f', false, ''])
    later.stop()
  })

  it('never seen here opens empty, without a fault of its own', async () => {
    serves({ '/api/jobs/{job_id}': nobody })
    const page = site()
    await page.fetchPlan()
    expect([page.sheet.value, page.document.value, page.signal.value]).toEqual([null, null, false])
    page.stop()
  })

  it('keeps the last sheet in sight where the new one cannot be planned, and says why', async () => {
    serves()
    const page = site()
    await page.fetchPlan()
    serves({ '/api/designs/plan': () => refusal(422, 'A post stands on a pipe') })
    await page.fetchPlan()
    expect([page.sheet.value!.id, page.fault.value]).toEqual(['f', 'A post stands on a pipe'])
    expect(keptSheet('a', 'f')!.revision).toBe(4)
    page.stop()
  })

  it('asks to sign in again and says that nothing is lost', async () => {
    serves({ '/api/jobs/{job_id}': () => refusal(401, 'Sign in') })
    const page = site()
    await page.fetchPlan()
    expect(page.fault.value).toBe('Sign in again; what was measured waits on this device.')
    page.stop()
  })

  it('hears what the crew’s other phones said', async () => {
    const reading = {
      id: 'r',
      about: 'f/post/start',
      what: 'set',
      value_m: null,
      done: true,
      counts_at: '2026-06-01T08:00:00Z',
    }
    serves({ '/api/jobs/{job_id}/readings': () => good({ readings: [reading], kept: [] }) })
    const page = site()
    await page.fetchPlan()
    expect(page.last('f/post/start', 'set')).toMatchObject({ done: true })
    expect(page.last('f/post/end', 'set')).toBeNull()
    page.stop()
  })
})

describe('what a hole met', () => {
  const around = (page: ReturnType<typeof site>) => page.goRound('f/post/2', 'r'.repeat(90), 0.2)

  it('is sent with the post and no more words than there is room for, and the rest is solved again', async () => {
    serves()
    const page = site()
    expect(await around(page)).toContain('The rest is solved again')
    const sent = api.POST.mock.calls.find(([path]) => path === '/api/jobs/{job_id}/obstructions')![1] as {
      body: object
    }
    expect(sent.body).toEqual({ structure: 'f', post: 'f/post/2', what: 'r'.repeat(60), half_width_m: 0.2 })
    page.stop()
  })

  it('that leaves no way says so: it is kept, and it does not go', async () => {
    serves({ '/api/designs/plan': () => good({ id: 'f', conflicts: ['Bay 2 would be longer than its rail'] }) })
    const page = site()
    expect(await around(page)).toBe('Saved, but no valid layout: Bay 2 would be longer than its rail')
    page.stop()
  })

  it('waits behind readings that are not sent yet: the plan goes round what is true', async () => {
    serves({ '/api/jobs/{job_id}/readings': nobody })
    const page = site()
    page.say('f/post/1', 'set', null, true)
    expect(await around(page)).toContain('No signal')
    expect(api.POST.mock.calls.some(([path]) => path === '/api/jobs/{job_id}/obstructions')).toBe(false)
    expect(queued('a')).toHaveLength(1)
    page.stop()
  })

  it('that was kept while the new plan did not come is not said to be solved', async () => {
    serves({ '/api/designs/plan': () => refusal(422, 'Bay 2 has no rail that long') })
    const page = site()
    expect(await around(page)).toBe('Kept, but there is no new plan: Bay 2 has no rail that long')
    serves({ '/api/designs/plan': nobody })
    expect(await around(page)).toBe('Kept, but there is no new plan: no signal')
    page.stop()
  })

  it('that the server refuses says its reason', async () => {
    serves({ '/api/jobs/{job_id}/obstructions': () => refusal(422, 'This post is set already') })
    const page = site()
    expect(await around(page)).toBe('This post is set already')
    expect(page.fault.value).toBe('This post is set already')
    page.stop()
  })
})
