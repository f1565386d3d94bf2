import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

/** A browser's locks as several pages see them: held by name, and let go when a page closes. */
class Locks {
  held = new Map<string, number>()
  waits: (() => void)[] = []

  seenBy(page: number) {
    const request = async (name: string, ...rest: unknown[]): Promise<void> => {
      const use = rest.at(-1) as (got: object | null) => Promise<void> | undefined
      const at_once = rest.length > 1 && (rest[0] as { ifAvailable?: boolean }).ifAvailable
      if (this.held.has(name) && at_once) return void use(null)
      this.held.set(name, page)
      await use({ name })
    }
    return { request, query: () => Promise.resolve({ held: [...this.held.keys()].map((name) => ({ name })) }) }
  }
  close(page: number): void {
    for (const [name, by] of this.held) if (by === page) this.held.delete(name)
  }
}

const locks = new Locks()
let pages = 0
const settled = () => new Promise((done) => setTimeout(done, 0))

/** A page of its own, with what its tab keeps over a reload. */
async function opened(kept: Map<string, string>, withLocks: Locks | null = locks) {
  vi.resetModules()
  const page = ++pages
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  })
  vi.stubGlobal('navigator', { locks: withLocks?.seenBy(page) })
  const { tab, otherTabs } = await import('./tabs')
  tab()
  await settled()
  return { name: tab(), others: otherTabs, close: () => locks.close(page) }
}

beforeEach(() => locks.held.clear())
afterEach(() => void vi.unstubAllGlobals())

describe('a tab', () => {
  it('has the same name after a reload, and another than the next one', async () => {
    const kept = new Map<string, string>()
    const first = await opened(kept)
    first.close()
    const again = await opened(kept)
    const second = await opened(new Map())
    expect(again.name).toBe(first.name)
    expect(second.name).not.toBe(first.name)
  })

  it('that was opened as a copy of another takes a name of its own', async () => {
    const kept = new Map<string, string>()
    const first = await opened(kept)
    const twin = await opened(new Map(kept))
    expect(twin.name).not.toBe(first.name)
    expect([...(await twin.others())]).toEqual([first.name])
  })

  it('knows the others that are open and never counts itself, nor one that is closed', async () => {
    const first = await opened(new Map())
    const second = await opened(new Map())
    const third = await opened(new Map())
    expect([...(await third.others())].sort()).toEqual([first.name, second.name].sort())
    first.close()
    expect([...(await third.others())]).toEqual([second.name])
  })

  it('lives without locks and without a store', async () => {
    vi.resetModules()
    const withheld = () => {
      throw new DOMException('withheld', 'SecurityError')
    }
    vi.stubGlobal('sessionStorage', { getItem: withheld, setItem: withheld })
    vi.stubGlobal('navigator', {})
    const { tab, otherTabs } = await import('./tabs')
    expect(tab()).toBe(tab())
    expect(tab().length).toBeGreaterThan(20)
    expect([...(await otherTabs())]).toEqual([])
  })

  it('is not told of locks of other programs', async () => {
    const alone = await opened(new Map())
    locks.held.set('some other lock', 99)
    expect([...(await alone.others())]).toEqual([])
  })
})
