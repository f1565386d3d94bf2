import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SiteFeature, ThingRow } from '@/api/types'
import { useJob } from '@/stores/job'

/**
 * What lies on the site whatever is built: the table of what there can be, and the job's own, drawn and changed here.
 */
export function useSiteThings() {
  const store = useJob()
  const { data } = useQuery({
    queryKey: ['site-things'],
    queryFn: async () => ((await ask(api.GET('/api/site-feature-types'))) as { things: ThingRow[] }).things,
    staleTime: Infinity,
  })
  const rows = computed(() => data.value ?? [])
  const rowOf = (kind: string) => rows.value.find((row) => row.key === kind) ?? null
  const things = computed<SiteFeature[]>(() => (store.document?.site.things ?? []) as SiteFeature[])
  const thingOf = (id: string) => things.value.find((thing) => thing.id === id) ?? null
  const says = (thing: SiteFeature) => thing.name || rowOf(thing.kind)?.says || thing.kind

  /** The kind that is being drawn, and the points so far. */
  const drawing = ref('')
  const points = ref<[number, number][]>([])

  function freshId(kind: string): string {
    const stem = kind.replaceAll(' ', '-')
    for (let k = 1; ; k++) if (!thingOf(`${stem}-${k}`)) return `${stem}-${k}`
  }
  function start(kind: string): void {
    drawing.value = kind
    points.value = []
  }
  const enough = computed(() => points.value.length >= (rowOf(drawing.value)?.drawn === 'point' ? 1 : 2))
  /** Takes what was drawn into the job; its id. */
  function finish(): string {
    const row = rowOf(drawing.value)
    if (!row || !enough.value) return ''
    const id = freshId(row.key)
    const made = {
      id,
      kind: row.key,
      name: '',
      points: points.value.map(([x_m, y_m]) => ({ x_m, y_m })),
      reach_m: row.reach_usual_m,
      height_m: row.key === 'spot height' ? 0 : null,
      openings: [],
    } as SiteFeature
    store.change((job) => (job.site.things = [...(job.site.things ?? []), made]), `${row.says} drawn`)
    start('')
    return id
  }
  function change(id: string, edit: (thing: SiteFeature) => void, what: string): void {
    store.change((job) => {
      const own = (job.site.things ?? []).find((thing) => thing.id === id) as SiteFeature | undefined
      if (own) edit(own)
    }, what)
  }
  function remove(id: string): void {
    const thing = thingOf(id)
    if (!thing) return
    store.change(
      (job) => (job.site.things = (job.site.things ?? []).filter((item) => item.id !== id)),
      `${says(thing)} taken away`,
    )
  }
  function add(more: SiteFeature[], where: { latitude_rad?: number | null; longitude_rad?: number | null }): void {
    store.change((job) => {
      job.site.things = [...(job.site.things ?? []), ...more]
      if (where.latitude_rad != null && where.longitude_rad != null) {
        job.site.latitude_rad = where.latitude_rad
        job.site.longitude_rad = where.longitude_rad
      }
    }, `A survey of ${more.length} brought`)
  }
  return { rows, rowOf, things, thingOf, says, drawing, points, enough, start, finish, change, remove, add }
}

export type SiteThings = ReturnType<typeof useSiteThings>
