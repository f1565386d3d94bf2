import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Session } from '@/api/types'
import { useBox } from '@/logic/box'
import { keepQueue, keepSheet, keptSheet, queued } from '@/logic/keep'
import { left, who } from '@/logic/whose'
import { useSession } from '@/stores/session'
import { MemoryBox } from '@/testing/standIn'

const api = vi.hoisted(() => ({ GET: vi.fn(), POST: vi.fn(), DELETE: vi.fn() }))
vi.mock('@/api/client', async () => ({ ...(await vi.importActual<object>('@/api/client')), api }))

const person = (id: number, more: Partial<Session> = {}) =>
  ({ signed_in: true, id, name: `person ${id}`, sees_prices: true, ...more }) as Session
const good = (data: Session) => ({ data, response: { ok: true, status: 200 } })
const nobody = { signed_in: false, id: 0, name: '', sees_prices: false } as unknown as Session
const reload = vi.fn()

beforeEach(() => {
  setActivePinia(createPinia())
  useBox(new MemoryBox())
  left()
  for (const call of Object.values(api)) call.mockReset()
  reload.mockReset()
  vi.stubGlobal('location', { reload })
})
afterEach(() => void vi.unstubAllGlobals())

describe('who is signed in', () => {
  it('is asked once for all who ask meanwhile, and anew after that', async () => {
    api.GET.mockResolvedValue(good(person(1)))
    const session = useSession()
    const [a, b] = await Promise.all([session.look(), session.look()])
    expect(a).toEqual(b)
    expect(api.GET).toHaveBeenCalledTimes(1)
    await session.look()
    expect(api.GET).toHaveBeenCalledTimes(2)
  })

  it('is whoever was last seen here while there is no signal', async () => {
    const session = useSession()
    api.GET.mockResolvedValueOnce(good(person(1)))
    await session.look()
    api.GET.mockRejectedValueOnce(new TypeError('Failed to fetch'))
    expect((await session.look()).name).toBe('person 1')
    api.GET.mockResolvedValueOnce({ error: {}, response: { ok: false, status: 502 } })
    expect((await session.look()).name).toBe('person 1')
  })

  it('is not known without signal on a phone that nobody signed in on', async () => {
    api.GET.mockRejectedValueOnce(new TypeError('Failed to fetch'))
    await expect(useSession().look()).rejects.toMatchObject({ status: 0 })
  })

  it('is not taken from memory where the server answered that it will not say', async () => {
    const session = useSession()
    api.GET.mockResolvedValueOnce(good(person(1)))
    await session.look()
    api.GET.mockResolvedValueOnce({ error: { title: 'Wait' }, response: { ok: false, status: 429 } })
    await expect(session.look()).rejects.toMatchObject({ status: 429 })
  })

  it('was somebody else in another tab: nothing of the person before stays in this page', async () => {
    const session = useSession()
    api.GET.mockResolvedValueOnce(good(person(1)))
    await session.look()
    expect(reload).not.toHaveBeenCalled()
    api.GET.mockResolvedValueOnce(good(person(2)))
    await session.look()
    expect(reload).toHaveBeenCalledTimes(1)
    expect(who()!.id).toBe(2)
  })

  it('signs in by name and password, and a wrong one leaves all as it was', async () => {
    const session = useSession()
    api.POST.mockResolvedValueOnce({
      error: { title: 'Name or password is wrong' },
      response: { ok: false, status: 403 },
    })
    await expect(session.signIn('ada', 'wrong')).rejects.toThrow('Name or password is wrong')
    expect([session.session, who()]).toEqual([null, null])
    api.POST.mockResolvedValueOnce(good(person(4)))
    await session.signIn('ada', 'right')
    expect(api.POST.mock.calls[1]![1]).toEqual({ body: { name: 'ada', password: 'right' } })
    expect([session.session!.id, who()!.id]).toEqual([4, 4])
  })

  it('signs out and takes away what can be fetched again, but never what is not sent', async () => {
    const session = useSession()
    api.POST.mockResolvedValueOnce(good(person(4)))
    await session.signIn('ada', 'right')
    keepSheet('a', 'f', { job: {}, revision: 1, sheet: {}, at: '' } as never)
    keepQueue('a', [{ id: '1' } as never])
    api.DELETE.mockResolvedValueOnce(good(nobody))
    await session.signOut()
    expect(who()).toBeNull()
    api.POST.mockResolvedValueOnce(good(person(4)))
    await session.signIn('ada', 'right')
    expect([keptSheet('a', 'f'), queued('a').length]).toEqual([null, 1])
  })

  it('stays signed in, and says so, where signing out did not reach the server', async () => {
    const session = useSession()
    api.POST.mockResolvedValueOnce(good(person(4)))
    await session.signIn('ada', 'right')
    api.DELETE.mockRejectedValueOnce(new TypeError('Failed to fetch'))
    await expect(session.signOut()).rejects.toThrow('cannot be reached')
    expect(who()!.id).toBe(4)
  })
})
