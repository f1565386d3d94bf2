/** What each page is for and what is done there, in a few lines: behind the question mark, and along the tour. */
export interface Help {
  says: string
  does: string[]
}
export const HELP: Record<string, Help> = {
  jobs: {
    says: 'Every job of the crew, each with a small picture of what stands there.',
    does: [
      'Type a name and start: a new job begins as the crew usually works.',
      'Sort, search, copy, archive; deleted jobs can be restored for thirty days.',
    ],
  },
  overview: {
    says: 'Who wants what, by which rules, and what is built.',
    does: [
      'One line of words starts a structure: each word is explained under the field.',
      'Key dimensions that two people read differently stand here until one is agreed.',
    ],
  },
  ground: {
    says: 'What the ground does: level readings, soil, frost, wind, and what lies buried.',
    does: [
      'Read the level as on the staff, back sight and foresights; heights follow.',
      'Nothing is dug before the locate is answered: what is still missing holds every hole.',
    ],
  },
  'site-plan': {
    says: 'The site from above: what lies there, and every structure where it stands.',
    does: [
      'Pull a structure to its place; it draws itself onto walls and others. Alt leaves it free.',
      'Draw the house, boundaries and services: distances follow, and what comes too near is said.',
      'A scanned plan can lie under it, scaled by two points.',
    ],
  },
  design: {
    says: 'The structure itself, on one scale with its tape: what is drawn is what is calculated.',
    does: [
      'Pull a post, gate, beam or edge: the rest follows, and what does not pass turns red at once.',
      'Pick a piece: its checks stand in the drawer with every step of the calculation.',
      'Whatever fails names what would mend it, with its price.',
    ],
  },
  gate: {
    says: 'One gate: its leaf, brace, hinges and how far it comes down.',
    does: ['Change a size and see the sag; note what the latch edge does after it hangs.'],
  },
  'structure-materials': {
    says: 'What this structure takes: pieces, the cut plan, concrete, fixings.',
    does: ['Sticks on the rack are cut first; the message to the merchant is ready to send.'],
  },
  build: {
    says: 'The order of work, hold points, and papers to take along.',
    does: ['Print the site sheet, or open the site view on a phone.'],
  },
  record: {
    says: 'What was measured beside what was planned.',
    does: ['Take a reading into the plan: what is not yet built is planned again.'],
  },
  materials: {
    says: 'One list for the whole job, counted twice, with deliveries and what the crew has learned.',
    does: ['Choose structures and stages; tick off a delivery and what came short is bought again.'],
  },
  estimate: {
    says: 'What the client is sent, in the crew’s name.',
    does: ['Options side by side; what was sent stays as sent; a change order is a difference.'],
  },
  schedule: {
    says: 'The days of the job on one string.',
    does: ['Pull a task: what cannot be is refused with its reason, and what slips shows what it pushes.'],
  },
  files: {
    says: 'The file of the job: photos, inspections, handover, and a link for the client.',
    does: ['Take photos of what is hidden later; write down who looked and what it holds back.'],
  },
  crew: {
    says: 'The crew: letterhead, people and how every job starts.',
    does: ['Invite by a link.'],
  },
  board: {
    says: 'All open jobs on days, a lane for each lead.',
    does: [
      'A clash names ways out of it; press one, or pick a bar (M) to move it or give it to another lead.',
      'Jobs without a day wait below.',
    ],
  },
  'price-book': {
    says: 'What the crew pays, with dates and suppliers.',
    does: ['Prices come in from a file and keep their day; jobs keep what they were priced with.'],
  },
  'crew-defaults': {
    says: 'What every new job and structure starts with.',
    does: ['Change a value here once, in place of in every job.'],
  },
}

export interface TourStop {
  page: string
  title: string
}
/** The tour: pages of the demo's largest job, in the order in which a job goes. */
export const TOUR: TourStop[] = [
  { page: 'jobs', title: 'Jobs' },
  { page: 'site-plan', title: 'The site' },
  { page: 'design', title: 'A fence on its tape' },
  { page: 'materials', title: 'One list' },
  { page: 'schedule', title: 'The days' },
  { page: 'build', title: 'Papers and the phone' },
]
