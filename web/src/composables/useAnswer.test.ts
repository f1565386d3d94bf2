import { effectScope } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { useAnswer } from '@/composables/useAnswer'

/** Answers that come when they are told to, in whatever order. */
function held() {
  const waiting = new Map<string, { give: (answer: string) => void; refuse: (error: Error) => void }>()
  const ask = (about: string) => new Promise<string>((give, refuse) => waiting.set(about, { give, refuse }))
  return { ask, at: (about: string) => waiting.get(about)! }
}
const scopes: ReturnType<typeof effectScope>[] = []
function asking() {
  const server = held()
  const scope = effectScope(true)
  scopes.push(scope)
  const answer = scope.run(() => useAnswer(server.ask, 'nothing yet'))!
  return { ...answer, server, leave: () => scope.stop() }
}
afterEach(() => scopes.splice(0).forEach((scope) => scope.stop()))

describe('an answer to what is asked again', () => {
  it('is what was asked last, in whatever order they come', async () => {
    const { found, busy, look, server } = asking()
    const both = [look('post 3'), look('post 4')]
    expect(busy.value).toBe(true)
    server.at('post 4').give('4 moves 2 in')
    await both[1]
    server.at('post 3').give('3 moves 9 in')
    await both[0]
    expect([found.value, busy.value]).toEqual(['4 moves 2 in', false])
  })

  it('is not shown of what was cleared meanwhile', async () => {
    const { found, busy, look, clear, server } = asking()
    const one = look('post 3')
    clear()
    server.at('post 3').give('3 moves 9 in')
    await one
    expect([found.value, busy.value]).toEqual(['nothing yet', false])
  })

  it('that fails says why, and what was known before is not left standing', async () => {
    const { found, busy, fault, look, server } = asking()
    const one = look('post 3')
    server.at('post 3').give('3 moves 9 in')
    await one
    const two = look('post 3, longer')
    server.at('post 3, longer').refuse(new Error('The server cannot be reached'))
    await two
    expect([found.value, fault.value, busy.value]).toEqual(['nothing yet', 'The server cannot be reached', false])
  })

  it('that fails late takes nothing from the newest', async () => {
    const { found, fault, look, server } = asking()
    const both = [look('post 3'), look('post 4')]
    server.at('post 4').give('4 moves 2 in')
    server.at('post 3').refuse(new Error('too late'))
    await Promise.all(both)
    expect([found.value, fault.value]).toEqual(['4 moves 2 in', ''])
  })

  it('that comes after the page was left changes nothing', async () => {
    const { found, look, server, leave } = asking()
    const one = look('post 3')
    leave()
    server.at('post 3').give('3 moves 9 in')
    await one
    expect(found.value).toBe('nothing yet')
  })
})
