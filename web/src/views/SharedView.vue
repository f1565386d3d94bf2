<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Shared } from '@/api/types'
import ViewShapes from '@/components/ViewShapes.vue'
import { exact } from '@/logic/money'

/** What a client sees by a link: the picture, the last quote, photos. Nothing can be changed here. */
const props = defineProps<{ secret: string }>()
const { data, error } = useQuery({
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
