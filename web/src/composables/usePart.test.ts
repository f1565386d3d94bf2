import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { usePart } from '@/composables/usePart'
import { WHOLE, zoomed } from '@/logic/panes'

const paper = ref({ width: 800, height: 400 })

describe('the part of a drawing that shows', () => {
  it('is none while all of it does', () => {
    expect(usePart(ref(WHOLE), paper, () => null, ref(0)).part.value).toBeNull()
    expect(usePart(ref(WHOLE), paper, () => 800, ref(0)).part.value).toBeNull()
  })
  it('is the stretch of a line between its scroll and a paper on, and another is brought there', () => {
    const scrolled = ref(400)
    const { part, show } = usePart(ref(WHOLE), paper, () => 1600, scrolled)
    expect(part.value).toEqual({ left: 0.25, right: 0.75, top: 0, bottom: 1 })
    show(0.75, 0)
    expect(scrolled.value).toBe(800)
  })
  it('is the middle of a grid drawn in about its middle, and what is shown is in the middle', () => {
    const at = ref(zoomed(WHOLE, 2, 400, 200))
    const { part, show } = usePart(at, paper, () => null, ref(0))
    expect(part.value).toEqual({ left: 0.25, right: 0.75, top: 0.25, bottom: 0.75 })
    show(0.25, 0.25)
    expect(part.value).toEqual({ left: 0, right: 0.5, top: 0, bottom: 0.5 })
  })
})
