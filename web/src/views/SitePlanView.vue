<script setup lang="ts">
import Button from 'primevue/button'
import PageTabs from '@/components/PageTabs.vue'
import { useMediaQuery } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue'
import { api, ask } from '@/api/client'
import type { Shady, SitePlan } from '@/api/types'
import JobPage from '@/components/JobPage.vue'
import SitePaper from '@/components/place/SitePaper.vue'
import ShadyBar from '@/components/place/ShadyBar.vue'
import PlacementForm from '@/components/place/PlacementForm.vue'
import SurveyBox from '@/components/place/SurveyBox.vue'
import SiteFeatureForm from '@/components/place/SiteFeatureForm.vue'
import UnderBox from '@/components/place/UnderBox.vue'
import { useSiteThings } from '@/components/place/useSiteThings'
import { useUnder } from '@/components/place/useUnder'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The site: what lies there is drawn, and structures are pulled about, turned and looked at together. */
const store = useJob()
const SpaceView = defineAsyncComponent(() => import('@/components/SpaceView.vue'))
const { data, error } = useJobAnswer(
  'place',
  async (document) =>
    (await ask(api.POST('/api/views/site-plan', { body: { document, structure: '', selected: '' } }))) as SitePlan,
)
const selected = ref('')
const inSpace = ref(false)
const inShade = ref(false)
const shade = shallowRef<Shady | null>(null)
const chosen = computed(() => data.value?.stands.find((item) => item.id === selected.value) ?? null)
const site = useSiteThings()
const under = useUnder()
const { drawing } = site
const thing = computed(() => site.thingOf(selected.value))
const beside = computed(() => (data.value?.beside ?? []).filter((item) => item.structure === selected.value))
/** What is amiss, and the nearest of each kind: these are drawn, and told first. */
const first = computed(() => {
  const kinds = new Set<string>()
  return beside.value.filter((item) => {
    const kind = site.thingOf(item.thing)?.kind ?? ''
    const near = !kinds.has(kind)
    kinds.add(kind)
    return near || item.amiss
  })
})
const further = computed(() => beside.value.filter((item) => !first.value.includes(item)))
const amiss = computed(() => {
  const counts = new Map<string, number>()
  for (const item of data.value?.beside ?? [])
    if (item.amiss) counts.set(item.structure, (counts.get(item.structure) ?? 0) + 1)
  return counts
})

function begin(kind: string): void {
  selected.value = ''
  inSpace.value = false
  under.begin('')
  site.start(drawing.value === kind ? '' : kind)
}
const SPOT = 'spot height'
const spots = computed(() => site.things.value.filter((item) => item.kind === SPOT))
const levelled = ref('')
/** A round with the level over every spot; a level that was moved is told and nothing is taken. */
async function level(): Promise<void> {
  levelled.value = ''
  try {
    const found = await ask(api.POST('/api/integrations/level', { body: { document: store.document! } }))
    if (found.amiss) {
      levelled.value = found.amiss
      return
    }
    const heights = new Map(found.heights.map((row) => [row.thing, row.height_m]))
    store.change((job) => {
      for (const item of job.site.things ?? []) if (heights.has(item.id)) item.height_m = heights.get(item.id)!
    }, 'Spots read with the level')
    levelled.value = `${heights.size} spots read, by a stand-in for the level.`
  } catch (fault) {
    levelled.value = (fault as Error).message
  }
}
/** A finger has no keys to hold. */
const touched = useMediaQuery('(pointer: coarse), (max-width: 860px)')
const imperial = computed(() => store.tape.system === 'imperial')
const file = (name: string) => `/api/jobs/${store.id}/documents/${name}`
const FILES = [
  ['site.pdf', 'PDF at scale'],
  ['site.svg', 'SVG'],
  ['site.dxf', 'DXF'],
  ['site.geojson', 'GeoJSON'],
]
</script>

<template>
  <JobPage label="Placement" free>
    <template #panel>
      <h1 class="visually-hidden">Site</h1>
      <PageTabs place="site" label="Site pages" />
      <p class="small quiet">
        Pull a structure to where it stands: it draws itself onto walls and onto
        <template v-if="touched">others. Tap one to turn it and to set its place by figures.</template>
        <template v-else>
          others (hold Alt to leave it free). Arrow keys move it by {{ imperial ? '1 ft' : '250 mm' }}, <kbd>[</kbd> and
          <kbd>]</kbd> turn it, Enter opens its sheet.
        </template>
      </p>
      <ul class="list">
        <li v-for="stand in data?.stands ?? []" :key="stand.id">
          <Button
            unstyled
            class="pick"
            :class="{ on: stand.id === selected }"
            :aria-pressed="stand.id === selected"
            @click="selected = stand.id"
          >
            {{ stand.name }}
            <span class="small quiet">{{
              stand.failed ? 'cannot be drawn' : stand.placed ? '' : 'not placed yet'
            }}</span>
            <span v-if="amiss.get(stand.id)" class="small amiss"
              >{{ amiss.get(stand.id) }} {{ amiss.get(stand.id) === 1 ? 'clearance' : 'clearances' }} not met</span
            >
          </Button>
        </li>
      </ul>
      <p v-if="data && !data.stands.length" class="small">
        Nothing to place yet. <router-link :to="{ name: 'overview' }">Start a structure on the overview</router-link>.
      </p>
      <PlacementForm
        v-if="chosen"
        :key="chosen.id"
        :stand="chosen"
        :near="beside"
        :first="first"
        :further="further"
        :lies="site.things.value.length > 0"
        @select="selected = $event"
      />
      <section class="form" aria-label="Site features">
        <h2>Site features</h2>
        <ul v-if="site.things.value.length" class="list">
          <li v-for="item in site.things.value.filter((item) => item.kind !== SPOT)" :key="item.id">
            <Button
              unstyled
              class="pick"
              :class="{ on: item.id === selected }"
              :aria-pressed="item.id === selected"
              @click="selected = item.id"
            >
              {{ site.says(item) }}
              <span v-if="item.name" class="small quiet">{{ site.rowOf(item.kind)?.says.toLowerCase() }}</span>
            </Button>
          </li>
        </ul>
        <p v-else class="small quiet">
          Draw the house, boundaries, services, trees: every structure is then held against them.
        </p>
        <div class="kinds" role="group" aria-label="Draw">
          <Button
            v-for="row in site.rows.value"
            :key="row.key"
            severity="secondary"
            outlined
            size="small"
            :class="{ on: drawing === row.key }"
            :aria-pressed="drawing === row.key"
            :title="row.text"
            @click="begin(row.key)"
          >
            {{ row.says }}
          </Button>
        </div>
        <SiteFeatureForm v-if="thing" :key="thing.id" :thing="thing" :site="site" @removed="selected = ''" />
        <details v-if="spots.length" :open="thing?.kind === SPOT">
          <summary>{{ spots.length === 1 ? '1 spot height' : `${spots.length} spot heights` }}</summary>
          <ul class="list spots">
            <li v-for="item in spots" :key="item.id">
              <Button
                unstyled
                class="pick"
                :class="{ on: item.id === selected }"
                :aria-pressed="item.id === selected"
                @click="selected = item.id"
              >
                {{ item.name || (item.height_m == null ? 'not read' : showLength(item.height_m, store.tape)) }}
              </Button>
            </li>
          </ul>
          <Button severity="secondary" outlined size="small" @click="level">Survey spot heights</Button>
        </details>
        <p v-if="levelled" class="small" role="status">{{ levelled }}</p>
        <SurveyBox :site="site" />
        <UnderBox :use="under" />
      </section>
      <p class="small">
        Export:
        <template v-for="([name, says], index) in FILES" :key="name"
          ><template v-if="index">, </template><a :href="file(name!)">{{ says }}</a></template
        >
      </p>
      <p class="small quiet">
        Placement does not change any calculation: wind, ground and holes are each structure's own. Measure from a
        boundary before you dig.
      </p>
    </template>
    <div class="sights no-print" role="group" aria-label="View">
      <Button
        severity="secondary"
        outlined
        size="small"
        :class="{ on: !inSpace && !inShade }"
        :aria-pressed="!inSpace && !inShade"
        @click="((inSpace = false), (inShade = false), (shade = null))"
      >
        From above
      </Button>
      <Button
        severity="secondary"
        outlined
        size="small"
        :class="{ on: inShade }"
        :aria-pressed="inShade"
        @click="((inSpace = false), (inShade = true))"
      >
        Shade map
      </Button>
      <Button
        severity="secondary"
        outlined
        size="small"
        :class="{ on: inSpace }"
        :aria-pressed="inSpace"
        @click="((inSpace = true), (inShade = false), (shade = null))"
      >
        3D view
      </Button>
    </div>
    <SpaceView v-if="inSpace" structure="" :selected="selected" :toward="null" @select="selected = $event" />
    <ShadyBar v-if="inShade" @found="shade = $event" />
    <p v-if="error" class="fault">{{ error.message }}</p>
    <SitePaper
      v-if="data && !inSpace"
      :plan="data"
      :site="site"
      :under="under"
      :shade="inShade ? shade : null"
      :selected="selected"
      :thing="thing"
      :near="first"
      :amiss="amiss"
      @select="selected = $event"
    />
  </JobPage>
</template>

<style scoped>
.list {
  list-style: none;
  padding: 0;
  margin: 0;
}
.pick {
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  border-left: 3px solid transparent;
  padding: 7px 8px;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.pick.on {
  border-color: var(--chalk);
  font-weight: 600;
  background: var(--chalk-soft);
}
.spots {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.sights {
  display: flex;
  justify-content: flex-end;
  flex: none;
  padding: 4px 10px;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
}
.sights .plain {
  border-radius: 0;
  margin-left: -1px;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.kinds .on {
  background: var(--chalk-soft);
  border-color: var(--chalk);
  color: var(--ink);
}
.amiss {
  color: var(--fail);
}
.pick .amiss {
  font-weight: 400;
  display: block;
}
</style>
