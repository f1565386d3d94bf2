import { computed, ref } from 'vue'
import type { Sheet, View } from '@/api/types'

/** What lies under the pointer on a sheet's drawing, by name. `busy`: something is pulled, and nothing is named. */
export function useNamed(sheet: () => Sheet, views: () => View[], busy: () => boolean) {
  const names = computed(
    () =>
      new Map<string, string>([
        ...views().flatMap((view) =>
          view.shapes
            .filter((shape) => shape.layer === 'zone-label')
            .map((shape) => [shape.id, shape.text.replace(/\s+/g, ' ')] as [string, string]),
        ),
        ...sheet().members.map((item) => [item.id, item.name] as [string, string]),
        ...sheet().posts.map((item) => [item.id, `Post ${item.number}`] as [string, string]),
        ...sheet().bays.map((item, i) => [item.id, item.opening || `Bay ${i + 1}`] as [string, string]),
      ]),
  )
  const named = ref<{ says: string; x: number; y: number } | null>(null)
  const thingAt = (event: Event) => (event.target as Element).getAttribute?.('data-about') ?? ''
  function name(event: PointerEvent, paper: DOMRect): void {
    const says = busy() || event.pointerType === 'touch' ? undefined : names.value.get(thingAt(event))
    named.value = says ? { says, x: event.clientX - paper.left, y: event.clientY - paper.top } : null
  }
  return { named, name, thingAt }
}
