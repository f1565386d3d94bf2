import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref, type Ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import type { JobCard } from '@/api/types'
import type { Entry } from '@/logic/find'
import { PAGES, PRICED_PAGES } from '@/logic/pages'
import { each } from '@/logic/settings'
import { useJob } from '@/stores/job'
import { useKinds } from '@/stores/kinds'
import { useSession } from '@/stores/session'
import { sentence } from '@/logic/sentence'

/** Pages of the crew, with words they are looked for by. */
const CREW: [string, string][] = [
  ['jobs', 'all jobs, new job, import job'],
  ['board', 'calendar of all jobs, leads, clashes, days, capacity'],
  ['price-book', 'prices, suppliers, import prices'],
  ['calculators', 'sums, single calculations'],
  ['crew', 'people, letterhead, invite, password'],
  ['crew-defaults', 'wage, overhead, margin, usual builds, auger, hours, tools'],
  ['connections', 'weather, supplier, locate, level, messages'],
  ['sources', 'known answers, verification'],
  ['compare-codes', 'schools, standards, differences'],
]
/** Pages of the job. */
const JOB: [string, string][] = [
  ['overview', 'add a structure, notes, money, next day'],
  ['site-plan', 'utilities and obstructions, boundary, house, trees, survey, import, distances'],
  ['ground', 'soil, frost, snow, wind, level readings, climate'],
  ['materials', 'buy list, deliveries, order, sticks, bags'],
  ['estimate', 'offer, contract, change order, invoice, tax, margin, send'],
  ['schedule', 'days, hold, locate, weather, inspection'],
  ['record', 'site record, as built, readings, measured'],
  ['photos', 'site record, photos, inspections, decisions'],
  ['files', 'job file, handover, upkeep, link for the client, versions, job package, export'],
]
/** What can be pressed, chosen or filled in on the page that is open, read from it as it is. */
function onThisPage(): Entry[] {
  const seen = new Set<string>()
  const entries: Entry[] = []
  const things = document.querySelectorAll<HTMLElement>('main button, aside button, main a[href], header.bar button')
  for (const thing of things) {
    const label = (thing.getAttribute('aria-label') ?? thing.textContent).trim().replace(/\s+/g, ' ')
    if (label.length < 3 || label.length > 60 || seen.has(label)) continue
    seen.add(label)
    entries.push({ key: `here ${label}`, group: 'On this page', label, then: () => show(thing) })
  }
  return entries
}
/** A tab is opened; anything else is shown and focused, so that Enter presses it. */
function show(thing: HTMLElement): void {
  thing.closest('details')?.setAttribute('open', '')
  if (thing.getAttribute('role') === 'tab') thing.click()
  thing.scrollIntoView({ block: 'center' })
  thing.focus()
}

/** Everything that can be found by its name, asked for when the finder opens. */
export function useFindEntries(open: Ref<boolean>) {
  const route = useRoute()
  const store = useJob()
  const session = useSession()
  const { called, whole } = useKinds()
  const here = ref<Entry[]>([])
  const jobs = useQuery({
    queryKey: ['jobs'],
    queryFn: async () => (await ask(api.GET('/api/jobs'))) as JobCard[],
    enabled: open,
  })
  const sums = useQuery({
    queryKey: ['calculators'],
    queryFn: async () => (await ask(api.GET('/api/calculators'))).sums,
    enabled: open,
    staleTime: Infinity,
  })
  const inJob = computed(() => (route.params.job && store.shown ? store.id : ''))
  const structures = computed(() => (inJob.value ? (store.shown?.structures ?? []) : []))
  const current = computed(
    () => structures.value.find((item) => item.spec.id === route.params.structure) ?? structures.value[0],
  )
  const page =
    (group: string, params?: Record<string, string>) =>
    ([name, words]: [string, string]): Entry => ({
      key: name,
      group,
      label: PAGES[name]!,
      words,
      to: { name, params },
    })
  const pages = computed<Entry[]>(() => {
    const priced = (name: string) => session.session?.sees_prices !== false || !PRICED_PAGES.includes(name)
    const details: Entry = {
      key: 'details',
      group: 'Page of the job',
      label: 'Job details',
      words: 'name, client, place, building code, school, units, tape, occupancy, scope of work',
      to: { name: 'overview', params: { job: inJob.value }, query: { details: '1' } },
    }
    return [
      ...(inJob.value ? [details] : []),
      ...(inJob.value ? JOB : [])
        .filter(([name]) => priced(name))
        .map(page('Page of the job', { job: inJob.value, structure: current.value?.spec.id ?? '' })),
      ...CREW.map(page('Page')),
    ]
  })
  const designs = computed<Entry[]>(() =>
    structures.value.flatMap(({ name, spec }) =>
      (['design', 'structure-materials', 'build'] as const).map((to) => ({
        key: `${to} ${spec.id}`,
        group: 'Structure',
        label: to === 'design' ? name : `${name}: ${PAGES[to]!.toLowerCase()}`,
        words: spec.kind,
        to: { name: to, params: { job: inJob.value, structure: spec.id } },
      })),
    ),
  )
  const settings = computed<Entry[]>(() => {
    const structure = current.value
    if (!structure) return []
    const to = (says: string) => ({
      name: 'design',
      params: { job: inJob.value, structure: structure.spec.id },
      query: { setting: says },
    })
    const of = (groups: Parameters<typeof each>[0], spec: unknown, hint: string): Entry[] =>
      each(groups, spec).flatMap((group) =>
        group.fields.map((field) => ({
          key: `setting ${hint} ${field.path}`,
          group: 'Setting',
          label: sentence(field.says),
          hint: `${hint}, ${group.title.toLowerCase()}`,
          words: field.text,
          to: to(field.says),
        })),
      )
    return [
      ...of(called(structure.spec.kind)?.settings ?? [], structure.spec, structure.name),
      ...of(whole.value, store.document, 'whole job'),
    ]
  })
  const rest = computed<Entry[]>(() => [
    ...(jobs.data.value ?? []).map((card) => ({
      key: card.id,
      group: 'Job',
      label: card.name,
      hint: [card.place, card.client].filter(Boolean).join(', '),
      words: card.structures.map((item) => item.name).join(' '),
      to: { name: 'overview', params: { job: card.id } },
    })),
    ...(sums.data.value ?? []).map((row) => ({
      key: row.name,
      group: 'Calculator',
      label: row.asks,
      words: `${row.name} ${row.subject}`,
      to: { name: 'calculators', query: { sum: row.name } },
    })),
  ])
  return {
    entries: computed<Entry[]>(() => [
      ...pages.value,
      ...designs.value,
      ...here.value,
      ...settings.value,
      ...rest.value,
    ]),
    /** The page as it is at this moment is read. */
    look: async () => {
      await nextTick()
      here.value = onThisPage()
    },
  }
}
