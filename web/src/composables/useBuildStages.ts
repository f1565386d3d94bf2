import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { Scene } from '@/api/types'

const STEP_MS = 1100

/**
 * How far a structure in space is built: a place among its scene's stages, the last where nobody chose one, pulled,
 * played, or the one of a task that the page was opened at.
 */
export function useBuildStages(scene: Ref<Scene | undefined>, task: () => string | undefined) {
  const chosen = ref<number | null>(null)
  const last = computed(() => Math.max(0, (scene.value?.stages.length ?? 1) - 1))
  const stage = computed({
    get: () => Math.min(chosen.value ?? last.value, last.value),
    set: (at) => (chosen.value = at >= last.value ? null : at),
  })
  const label = computed(() => scene.value?.stages[stage.value] ?? '')
  watch(
    [task, scene],
    ([name]) => {
      const at = scene.value?.task_ids.indexOf(name ?? '') ?? -1
      if (at >= 0 && chosen.value === null) stage.value = at
    },
    { immediate: true },
  )
  /** Whether a piece stands at this stage: it has come, and has not gone as an open hole does. */
  const stands = (one: { stage: number; until?: number | null }) =>
    one.stage <= stage.value && (one.until == null || stage.value < one.until)
  const player = useIntervalFn(
    () => {
      stage.value++
      if (stage.value >= last.value) player.pause()
    },
    STEP_MS,
    { immediate: false },
  )
  function play(): void {
    if (player.isActive.value) return player.pause()
    if (stage.value >= last.value) stage.value = 0
    player.resume()
  }
  return { stage, last, label, stands, play, playing: player.isActive }
}
