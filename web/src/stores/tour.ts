import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { TOUR } from '@/logic/help'

const KEPT = 'trellis.tour'

/** Where somebody is on the tour; it goes on after a page is loaded anew, and is over with the tab. */
export const useTour = defineStore('tour', () => {
  const kept = sessionStorage.getItem(KEPT)
  const at = ref(kept === null ? -1 : Number(kept))
  const on = computed(() => at.value >= 0)
  function put(step: number): void {
    at.value = step
    if (step < 0) sessionStorage.removeItem(KEPT)
    else sessionStorage.setItem(KEPT, String(step))
  }
  const start = () => put(0)
  const leave = () => put(-1)
  const go = (way: number) => put(Math.min(TOUR.length - 1, Math.max(0, at.value + way)))
  return { at, on, start, leave, go }
})
