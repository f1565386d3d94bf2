<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import CheckLine from '@/components/CheckLine.vue'
import DetailCanvas from '@/components/DetailCanvas.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import GateForm from '@/kinds/fence/GateForm.vue'
import OtherDesigns from '@/kinds/fence/OtherDesigns.vue'
import SagLog from '@/kinds/fence/SagLog.vue'
import { useLeaf } from '@/kinds/fence/useLeaf'
import { useJob } from '@/stores/job'

const store = useJob()
const route = useRoute()
const { sheet, selected, structure, problems, failed } = useJobSheet()
const id = computed(() => String(route.params.opening ?? ''))
const { spec, opening, leaf, edit } = useLeaf(structure, id)
watch(id, () => (selected.value = `${structure.value}/gate/${id.value}`), { immediate: true })

/** Pulls the brace's head along its rail: the drawing's left edge is the leaf's hinge edge. */
function pull(x: number, done: boolean): void {
  const reach = Math.min(6, Math.max(0.2, x))
  if (done)
    store.change(
      edit((at) => void (at.reach_m = reach)),
      'moved the brace',
    )
  else store.preview(edit((at) => void (at.reach_m = reach)))
}
const checks = computed(() => [...(sheet.value?.checks ?? [])].sort((a, b) => b.use - a.use))
const gaps = computed(() => (sheet.value?.not_covered ?? []).filter((gap) => gap.about === selected.value))
const posts = computed(() =>
  (sheet.value?.bays ?? []).find((item) => item.id === selected.value || item.id.endsWith(`/gate/${id.value}`)),
)
</script>

<template>
  <main class="gate">
    <header>
      <router-link :to="{ name: 'design', params: { structure } }">← the fence</router-link>
      <h1>{{ opening?.what ?? 'Gate' }}</h1>
      <nav v-if="(spec?.openings.length ?? 0) > 1" aria-label="Gates of this fence">
        <router-link
          v-for="item in spec?.openings"
          :key="item.id"
          :to="{ params: { opening: item.id } }"
          :class="{ on: item.id === id }"
          >{{ item.what }}</router-link
        >
      </nav>
    </header>
    <p v-if="problems[0] || failed" class="fault" role="alert">{{ problems[0]?.message ?? failed }}</p>
    <p v-if="spec && !opening" class="strong">This fence has no such gate.</p>
    <div v-else-if="leaf" class="cols">
      <section class="drawings" aria-label="Gate leaves">
        <template v-for="detail in sheet?.details" :key="detail.id">
          <figure :class="{ half: !detail.id.endsWith('/leaf'), end: detail.id.endsWith('/wrong') }">
            <figcaption>{{ detail.title }}</figcaption>
            <DetailCanvas
              :view="detail.view"
              :stretch="detail.id.endsWith('/arc')"
              :small="!detail.id.endsWith('/leaf')"
              grab="/strut"
              @pull="pull"
            />
            <details v-if="detail.measures.length">
              <summary>Cutting and marking dimensions</summary>
              <table>
                <tbody>
                  <tr v-for="[says, value] in detail.measures" :key="says">
                    <td>{{ says }}</td>
                    <td>
                      <b>{{ value }}</b>
                    </td>
                  </tr>
                </tbody>
              </table>
            </details>
          </figure>
        </template>
        <p class="small quiet">
          Chevrons point at each other where a member is squeezed, away from each other where it is pulled (broken
          lines). Pull the strut's head along its rail.
        </p>
      </section>
      <GateForm :id="id" :structure="structure" />
      <section class="checks" aria-label="What was calculated">
        <CheckLine v-for="(check, i) in checks" :key="i" :check="check" />
        <div v-for="(gap, i) in gaps" :key="'g' + i" class="gap">
          <b>{{ gap.name }}</b>: {{ gap.reason }}.
          <span class="small">{{ gap.would_have_to_change }}</span>
        </div>
        <p v-if="posts" class="small">
          What the leaf asks of its posts stands with the posts, on
          <router-link :to="{ name: 'design', params: { structure } }">the fence's sheet</router-link>.
        </p>
        <SagLog :sheet="sheet" :gate="selected" />
        <OtherDesigns :id="id" :structure="structure" />
      </section>
    </div>
  </main>
</template>

<style scoped>
.gate {
  padding: 14px 22px 40px;
  max-width: 1320px;
  margin: 0 auto;
}
header {
  display: flex;
  gap: 18px;
  align-items: baseline;
  flex-wrap: wrap;
}
h1::first-letter {
  text-transform: uppercase;
}
nav {
  display: flex;
  gap: 14px;
}
nav .on {
  font-weight: 600;
  color: var(--ink);
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) 250px minmax(0, 1fr);
  gap: 26px;
  margin-top: 10px;
  align-items: start;
}
.drawings {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-items: start;
}
.drawings > .end {
  order: 1;
}
.drawings > p {
  order: 2;
}
.drawings > :not(.half) {
  grid-column: 1 / -1;
}
figure {
  margin: 0;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 8px 10px;
}
figcaption {
  font-size: 13px;
  font-weight: 600;
}
.gap {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
  font-size: 13.5px;
}
table {
  margin-top: 10px;
}
.cols > * {
  min-width: 0;
}
@media (max-width: 560px) {
  .drawings {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 980px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
