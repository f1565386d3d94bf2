import { describe, expect, it } from 'vitest'
import { inTurn, latest } from './turns'

/** Work that is done when the test says so. */
function work(told: string[], name: string) {
  let end: (how: 'done' | 'failed') => void = () => undefined
  const begin = () => {
    told.push(`${name} begins`)
    return new Promise<string>((done, fail) => (end = (how) => (how === 'done' ? done(name) : fail(new Error(name)))))
  }
  return { begin, end: (how: 'done' | 'failed') => end(how) }
}
const settled = () => new Promise((done) => setTimeout(done, 0))

describe('work in turn', () => {
  it('begins when the one before is done, and gives each its own answer', async () => {
    const told: string[] = []
    const turn = inTurn()
    const [a, b] = [work(told, 'a'), work(told, 'b')]
    const first = turn(a.begin)
    const second = turn(b.begin)
    await settled()
    expect(told).toEqual(['a begins'])
    a.end('done')
    expect(await first).toBe('a')
    await settled()
    expect(told).toEqual(['a begins', 'b begins'])
    b.end('done')
    expect(await second).toBe('b')
  })

  it('goes on after what failed, and the failure is told to whoever asked for it alone', async () => {
    const told: string[] = []
    const turn = inTurn()
    const [a, b] = [work(told, 'a'), work(told, 'b')]
    const first = turn(a.begin).catch((error: Error) => `failed: ${error.message}`)
    const second = turn(b.begin)
    await settled()
    a.end('failed')
    expect(await first).toBe('failed: a')
    await settled()
    b.end('done')
    expect(await second).toBe('b')
  })

  it('of one page does not wait for that of another', async () => {
    const told: string[] = []
    const [a, b] = [work(told, 'a'), work(told, 'b')]
    void inTurn()(a.begin)
    void inTurn()(b.begin)
    await settled()
    expect(told).toEqual(['a begins', 'b begins'])
  })
})

describe('what is asked again and again', () => {
  const asks = () => {
    const told: string[] = []
    const last = latest()
    const ask = (one: ReturnType<typeof work>) =>
      last(
        one.begin,
        (answer) => void told.push(answer),
        (error) => void told.push(`failed: ${error.message}`),
      )
    return { told, ask }
  }

  it('holds the last answer, though an earlier one comes after it', async () => {
    const { told, ask } = asks()
    const [a, b] = [work([], 'held back'), work([], 'may begin')]
    const all = [ask(a), ask(b)]
    b.end('done')
    await settled()
    a.end('done')
    await Promise.all(all)
    expect(told).toEqual(['may begin'])
  })

  it('passes over a failure of what is no longer asked, and tells that of the last', async () => {
    const { told, ask } = asks()
    const [a, b] = [work([], 'a'), work([], 'b')]
    const all = [ask(a), ask(b)]
    a.end('failed')
    b.end('failed')
    await Promise.all(all)
    expect(told).toEqual(['failed: b'])
  })

  it('shows each answer where the next is asked after it', async () => {
    const { told, ask } = asks()
    for (const name of ['a', 'b']) {
      const one = work([], name)
      const done = ask(one)
      one.end('done')
      await done
    }
    expect(told).toEqual(['a', 'b'])
  })
})
