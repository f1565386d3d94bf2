/** What a page is called, in the tab and for whoever cannot see it. Pages of a job put its name behind. */
export const PAGES: Record<string, string> = {
  jobs: 'Jobs',
  'sign-in': 'Sign in',
  overview: 'Overview',
  ground: 'Ground and climate',
  'site-plan': 'Site',
  photos: 'Photos and inspections',
  files: 'Handover and files',
  shared: 'Shared job',
  estimate: 'Estimate & contract',
  schedule: 'Schedule',
  materials: 'Materials',
  'structure-materials': 'Materials',
  design: 'Design',
  gate: 'Gate',
  build: 'Build',
  record: 'Site record',
  board: 'Crew board',
  'price-book': 'Price book',
  crew: 'Crew settings',
  'crew-defaults': 'Crew defaults',
  join: 'Join the crew',
  connections: 'Connections',
  calculators: 'Calculators',
  'compare-codes': 'Compare codes',
  sources: 'Sources and codes',
  field: 'Field view',
  missing: 'Page not found',
}
/** Places of a job whose pages stand side by side, under one entry of the rail. */
export const TABS = {
  site: [
    ['site-plan', 'Plan'],
    ['ground', 'Ground and climate'],
  ],
  record: [
    ['record', 'Readings'],
    ['photos', 'Photos and inspections'],
    ['files', 'Handover and files'],
  ],
} as const
/** The pages that share an entry with one, itself among them. */
export const besides = (page: string): readonly string[] =>
  Object.values(TABS)
    .map((tabs) => tabs.map(([name]) => name as string))
    .find((names) => names.includes(page)) ?? [page]
/** Pages of one structure: its bar stands over them, and its state speaks alone. */
export const STRUCTURE_PAGES = ['design', 'gate', 'structure-materials', 'build']
/** Pages that hold money, for those who may see it. */
export const PRICED_PAGES = ['materials', 'estimate']
