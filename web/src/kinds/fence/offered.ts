import { useReference } from '@/stores/reference'

/** What the yard offers for a role, as a pick list reads it. */
export function useOffered() {
  const reference = useReference()
  void reference.load()
  const offered = (role: string) =>
    (reference.reference?.items ?? [])
      .filter((item) => item.role === role)
      .map((item) => ({ value: item.key, says: item.says }))
  return { offered }
}

/** Whole numbers to pick from. */
export const few = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, k) => ({ value: from + k, says: String(from + k) }))
