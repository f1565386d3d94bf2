<script setup lang="ts">
import Button from 'primevue/button'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { CrewUsual, Usual, UsualOfKind } from '@/api/types'
import FormField from '@/components/FormField.vue'
import { read, write } from '@/logic/paths'
import { inTurn } from '@/logic/turns'
import { showLength, type Tape } from '@/logic/units'
import { useReference } from '@/stores/reference'
import { sentence } from '@/logic/sentence'

/** What the crew usually does: how every job starts, and what each kind of structure starts with. */
const client = useQueryClient()
const reference = useReference()
const { data, error } = useQuery({
  queryKey: ['usual'],
  queryFn: async () => (await ask(api.GET('/api/crew/defaults'))) as Usual,
})
const school = computed(() => data.value?.usual.school ?? 'us')
watch(school, (value) => void reference.load(value), { immediate: true })
const tape = computed<Tape>(() =>
  data.value?.usual.marks === '1 mm' ? { system: 'metric', mark_m: 0.001 } : { system: 'imperial', mark_m: 0.0015875 },
)
const fault = ref('')
const said = ref('')
/** One after another, each on top of what the one before left: fields are typed faster than they are kept. */
const turn = inTurn()
function keep(work: (now: Usual) => Promise<Usual>, done: string): void {
  void turn(async () => {
    fault.value = said.value = ''
    try {
      client.setQueryData(['usual'], await work(client.getQueryData(['usual']) as Usual))
      // The page that starts a structure says which kinds have a usual.
      void client.invalidateQueries({ queryKey: ['kinds'] })
      said.value = done
    } catch (error) {
      fault.value = (error as Error).message
    }
  })
}
const copy = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const put = (path: string, value: unknown) =>
  keep(async (now) => {
    const usual = copy(now.usual) as CrewUsual
    write(usual, path, value)
    return (await ask(api.PUT('/api/crew/defaults', { body: { usual } }))) as Usual
  }, 'Kept.')
type Choices = Record<string, unknown>
const ofKind = (kind: UsualOfKind, choices: (now: Choices) => Choices | null, done: string) =>
  keep(async (now) => {
    const kept = now.kinds.find((item) => item.key === kind.key)?.usual ?? {}
    const params = { path: { kind: kind.key } }
    const body = { choices: choices(copy(kept) as Choices) as never }
    return (await ask(api.PUT('/api/crew/defaults/{kind}', { params, body }))) as Usual
  }, done)
const putOf = (kind: UsualOfKind, path: string, value: unknown) =>
  ofKind(kind, (now) => (write(now, path, value), now), 'Kept.')
function shown(kind: UsualOfKind, when: unknown): boolean {
  if (!when) return true
  const [at, values] = when as [string, string[]]
  return values.includes(String(read(kind.usual, at)))
}
/** The first few things of the last one, so that it is known what would be taken. */
function inBrief(kind: UsualOfKind): string {
  const told = kind.form
    .flatMap((group) => group.fields)
    .map((field) => read(kind.last, field.path))
    .filter((value) => typeof value === 'string' || typeof value === 'number')
  return told
    .slice(0, 5)
    .map((value) => (typeof value === 'number' ? showLength(value, tape.value) : value))
    .join(', ')
}
</script>

<template>
  <main class="page">
    <p><router-link to="/crew">Crew</router-link></p>
    <h1>Crew defaults</h1>
    <p class="lead">Every new job starts so. Jobs that are there keep what they have.</p>
    <p v-if="error" class="fault">{{ error.message }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p class="small said" role="status">{{ said }}</p>
    <div v-if="data" class="columns">
      <section aria-label="Every job">
        <h2>Every job</h2>
        <div class="groups">
          <fieldset v-for="group in data.form" :key="group.title">
            <legend>{{ group.title }}</legend>
            <FormField
              v-for="field in group.fields"
              :key="field.path"
              :field="field"
              :value="read(data.usual, field.path)"
              :tape="tape"
              :school="school"
              path=""
              @put="put(field.path, $event)"
            />
          </fieldset>
        </div>
        <p class="small">
          Minutes that your own ticks tell stand beside the shipped ones on a job's list. Prices are
          <router-link to="/price-book">the crew's price book</router-link>.
        </p>
      </section>
      <section aria-label="Of each kind">
        <h2>Of each kind</h2>
        <div v-for="kind in data.kinds" :key="kind.key" class="kind">
          <h3>{{ sentence(kind.many) }}</h3>
          <template v-if="kind.usual">
            <div class="groups">
              <fieldset v-for="group in kind.form" :key="group.title">
                <legend>{{ group.title }}</legend>
                <template v-for="field in group.fields" :key="field.path">
                  <FormField
                    v-if="shown(kind, field.when) && read(kind.usual, field.path) !== undefined"
                    :field="field"
                    :value="read(kind.usual, field.path)"
                    :tape="tape"
                    :school="school"
                    path=""
                    @put="putOf(kind, field.path, $event)"
                  />
                </template>
              </fieldset>
            </div>
            <Button text size="small" @click="ofKind(kind, () => null, `No usual is kept of ${kind.many} any more.`)">
              Clear default (use last build)
            </Button>
          </template>
          <template v-else-if="kind.last">
            <p class="small">A new one starts as the last one was built: {{ inBrief(kind) }}.</p>
            <Button
              severity="secondary"
              outlined
              size="small"
              @click="ofKind(kind, () => kind.last, `Kept as our usual of ${kind.many}.`)"
            >
              Keep that as our usual
            </Button>
          </template>
          <p v-else class="small quiet">None built yet: build one, and what it is made of can be saved here.</p>
          <p v-if="kind.habits.length" class="small quiet">
            As our crew builds it, told from one built under {{ kind.habits.join(', ').toUpperCase() }} rules, stands
            beside the other ways on its sheet.
          </p>
        </div>
      </section>
    </div>
  </main>
</template>

<style scoped>
.page {
  padding: 18px 26px 60px;
  max-width: 1240px;
}
.lead {
  margin: 4px 0 0;
}
.said {
  min-height: 20px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 48px;
}
.groups {
  display: grid;
  gap: 4px 34px;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  align-items: start;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0 0 12px;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 0;
}
.kind {
  border-top: 1px solid var(--line);
  padding: 10px 0 14px;
}
h2 {
  margin: 0 0 8px;
}
h3 {
  margin: 0 0 6px;
}
@media (max-width: 860px) {
  .page {
    padding: 14px;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
