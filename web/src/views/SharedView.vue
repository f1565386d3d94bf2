<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import RadioButton from 'primevue/radiobutton'
import { useQuery } from '@tanstack/vue-query'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, done } from '@/api/client'
import type { Shared } from '@/api/types'
import SignaturePad from '@/components/SignaturePad.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { exact } from '@/logic/money'

/** What a client sees by a link: picture, last quote, photos. Offers and change orders alone are answered here. */
const props = defineProps<{ secret: string }>()
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['shared', props.secret]),
  queryFn: async () =>
    (await ask(api.GET('/api/shared/{secret}', { params: { path: { secret: props.secret } } }))) as Shared,
  retry: false,
})
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const EDGE = 56
const bounds = computed(() => data.value?.site.bounds ?? [0, 0, 1, 1])
const scale = computed(() => Math.min(60, (width.value - 2 * EDGE) / Math.max(1, bounds.value[2]! - bounds.value[0]!)))
const high = computed(() => (bounds.value[3]! - bounds.value[1]!) * scale.value + 2 * EDGE)
const currency = computed(() => data.value?.quote?.currency ?? '')
const money = (value: number) => `${currency.value}${exact(value).replace(/\.00$/, '')}`

const by = ref('')
const chosen = ref(0)
const strokes = ref<[number, number][][]>([])
const fault = ref('')
const busy = ref(false)
const path = computed(() => ({ params: { path: { secret: props.secret } } }))
async function act(work: () => Promise<void>): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    await work()
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
    await refetch()
  }
}
const accept = () =>
  act(() => {
    const number = data.value?.quote_row?.number ?? 1
    const body = { number, option: chosen.value, by: by.value, signature: strokes.value }
    return done(api.POST('/api/shared/{secret}/accept', { ...path.value, body }))
  })
const answer = (state: 'accepted' | 'declined') =>
  act(() => {
    const body = { number: data.value?.change?.number ?? 1, state, by: by.value }
    return done(api.POST('/api/shared/{secret}/change', { ...path.value, body }))
  })
</script>

<template>
  <main class="page">
    <p v-if="error" class="fault">This link has expired. Ask whoever gave it to you.</p>
    <template v-if="data">
      <p class="small quiet">{{ data.crew }}{{ data.reach ? `, ${data.reach}` : '' }}</p>
      <h1>{{ data.name }}</h1>
      <p v-if="data.client">For {{ data.client }}</p>
      <p v-if="data.wanted">{{ data.wanted }}</p>
      <div ref="box" class="paper">
        <svg
          v-if="width > 50"
          :width="width"
          :height="high"
          role="img"
          :aria-label="`The site: ${data.structures.join(', ')}`"
        >
          <ViewShapes
            :view="data.site"
            :sx="scale"
            :sy="scale"
            :x0="EDGE - bounds[0]! * scale"
            :y0="high - EDGE + bounds[1]! * scale"
          />
        </svg>
      </div>
      <section v-if="data.quote" aria-label="Quote">
        <h2>Quote {{ data.quote_row?.number }}</h2>
        <p class="small quiet">
          Made on {{ data.quote.made_on }}, holds until {{ data.quote.valid_until }}.
          <b v-if="data.quote_row?.accepted_on"
            >Accepted by {{ data.quote_row.accepted_by }}, {{ data.quote_row.accepted_on }}.</b
          >
        </p>
        <div class="options">
          <table v-for="(option, index) in data.quote.options" :key="index">
            <caption v-if="option.name">
              {{
                option.name
              }}
            </caption>
            <tbody>
              <tr v-for="(line, at) in option.lines" :key="at">
                <th scope="row">
                  {{ line.says }} <span class="small quiet">{{ line.note }}</span>
                </th>
                <td class="n">{{ money(line.price) }}</td>
              </tr>
              <tr v-if="data.quote.tax_says">
                <th scope="row">{{ data.quote.tax_says }}</th>
                <td class="n">{{ money(option.tax) }}</td>
              </tr>
              <tr class="whole">
                <th scope="row">Total</th>
                <td class="n">{{ money(option.total) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="data.quote.included.length" class="small"><b>In it:</b> {{ data.quote.included.join('; ') }}.</p>
        <p class="small"><b>Exclusions:</b> {{ data.quote.excluded.join('; ') }}.</p>
        <p v-if="data.quote.warranty?.length" class="small"><b>Warranty:</b> {{ data.quote.warranty.join('; ') }}.</p>
      </section>
      <section v-if="data.quote && !data.quote_row?.accepted_on" class="agree" aria-label="Accept the offer">
        <h2>Accept this offer</h2>
        <p v-if="data.expired">This offer was valid until {{ data.quote.valid_until }}. Ask for a new one.</p>
        <form v-else @submit.prevent="accept">
          <fieldset v-if="data.quote.options.length > 1">
            <legend>Which one</legend>
            <label v-for="(option, index) in data.quote.options" :key="index" class="choice">
              <RadioButton v-model="chosen" name="option" :value="index" />
              {{ option.name || `Option ${index + 1}` }}, {{ money(option.total) }}
            </label>
          </fieldset>
          <label>Your name <InputText v-model="by" maxlength="120" required autocomplete="name" /></label>
          <SignaturePad v-model="strokes" />
          <p class="small quiet">
            By accepting you agree to the work and the price above, with what it leaves out. Offer
            {{ data.quote_row?.number }}, {{ data.quote_row?.fingerprint }}.
          </p>
          <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
          <Button type="submit" :disabled="busy">Accept offer</Button>
        </form>
      </section>
      <section v-if="data.change" class="agree" aria-label="Change order">
        <h2>Change order {{ data.change.number }}</h2>
        <ul>
          <li v-for="text in data.change.words" :key="text">{{ text }}</li>
        </ul>
        <p>
          {{ money(data.change.contract_before) }} becomes <b>{{ money(data.change.contract_after) }}</b>.
        </p>
        <label>Your name <InputText v-model="by" maxlength="120" autocomplete="name" /></label>
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <p class="acts">
          <Button :disabled="busy" @click="answer('accepted')">Accept change</Button>
          <Button severity="secondary" outlined :disabled="busy" @click="answer('declined')">Decline</Button>
        </p>
      </section>
      <section v-if="data.photos.length" aria-label="Photos">
        <h2>Photos</h2>
        <div class="grid">
          <img
            v-for="photo in data.photos"
            :key="photo.id"
            :src="`/api/shared/${secret}/photos/${photo.id}?small=true`"
            :alt="photo.says || 'a photo of the job'"
            loading="lazy"
          />
        </div>
      </section>
    </template>
  </main>
</template>

<style scoped>
.agree {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 18px 16px;
  margin: 16px 0;
  background: var(--paper);
}
.agree form,
.agree fieldset {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.agree fieldset {
  border: 0;
  padding: 0;
}
.choice {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 10px;
}
.page {
  max-width: 980px;
  margin: 0 auto;
  padding: 24px;
}
.paper {
  background: var(--ground-2);
  border: 1px solid var(--line);
  margin: 12px 0;
}
.options {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 24px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
caption {
  text-align: left;
  font-weight: 700;
  padding: 6px 0;
}
th,
td {
  border-bottom: 1px solid var(--line);
  padding: 6px 4px;
  text-align: left;
  vertical-align: top;
  white-space: normal;
  color: var(--ink);
}
th .small {
  display: block;
  font-weight: 400;
}
.n {
  text-align: right;
}
.whole th,
.whole td {
  border-top: 2px solid var(--ink);
  font-weight: 700;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 12px;
}
.grid img {
  width: 100%;
}
</style>
