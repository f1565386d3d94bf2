<script setup lang="ts">
import { usedOf } from '@/logic/units'
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { JointRow } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import StateTag from '@/components/StateTag.vue'
import { useJob } from '@/stores/job'

/** Each different joint of a structure once: how its pieces meet, over what area, with what, and how it stands. */
const props = defineProps<{ structure: string; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const store = useJob()
const { data, error } = useQuery({
  queryKey: computed(() => ['joints', props.structure, store.document]),
  queryFn: async () =>
    (
      await ask(
        api.POST('/api/designs/joints', {
          body: { document: store.document!, structure: props.structure, selected: '' },
        }),
      )
    ).joints as JointRow[],
  enabled: computed(() => !!store.document),
  placeholderData: (last) => last,
})
const COLUMNS: ListColumn[] = [
  { key: 'place', label: 'Joint', by: 'place', strong: true },
  { key: 'how', label: 'How they meet', by: 'how' },
  { key: 'count', label: 'How many', by: 'count', figure: true },
  { key: 'contact', label: 'Contact', figure: true },
  { key: 'fixings', label: 'Fixings' },
  { key: 'verdict', label: 'Checked', by: 'use' },
]
const rows = computed(() => data.value ?? [])
/** The joint that is drawn: the picked one, else the first of the selected piece. */
const picked = ref('')
const drawn = computed(
  () =>
    rows.value.find((row) => row.id === picked.value) ??
    rows.value.find((row) => row.pieces.includes(props.selected)) ??
    rows.value[0] ??
    null,
)
function pick(row: JointRow): void {
  picked.value = row.id
  emit('select', row.pieces[0]!)
}
/** Size of the drawing (pixels), and its scale. */
const W = 280
const H = 230
const box = computed(() => {
  const [left, low, right, top] = drawn.value!.view!.bounds
  const scale = Math.min(W / (right - left), H / (top - low))
  return { scale, x0: (W - scale * (left + right)) / 2, y0: (H + scale * (low + top)) / 2 }
})
const MANY = 12
const at = (row: JointRow) =>
  !row.where.length
    ? ''
    : row.where.length > MANY
      ? `at ${row.where.length} posts`
      : `at ${row.where.length === 1 ? 'post' : 'posts'} ${row.where.join(', ')}`
const wrong = computed(() => rows.value.filter((row) => row.conflict).length)
</script>

<template>
  <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
  <p v-if="wrong" class="fault" role="alert">
    {{ wrong === 1 ? 'At one sort of joint' : `At ${wrong} sorts of joints` }} pieces take up the same space as drawn:
    cut them to fit, or move one.
  </p>
  <div class="joints">
    <figure v-if="drawn?.view" class="drawn">
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${drawn.place}, to scale`">
        <ViewShapes :view="drawn.view" :sx="box.scale" :sy="box.scale" :x0="box.x0" :y0="box.y0" />
      </svg>
      <figcaption class="small">
        <b>{{ drawn.place }}</b>, {{ drawn.how }}<template v-if="at(drawn)">, {{ at(drawn) }}</template
        >. To scale.
        <template v-if="drawn.governed_by"
          >Governing check:
          {{ drawn.use ? `${drawn.governed_by}: ${usedOf(drawn.use)}` : drawn.governed_by }}.</template
        >
      </figcaption>
    </figure>
    <DataList
      :rows="rows"
      :columns="COLUMNS"
      label="Joints"
      row-key="id"
      :on="(row) => row.id === drawn?.id"
      @pick="pick"
    >
      <template #place="{ row }"
        ><Button unstyled class="pick strong" @click.stop="pick(row)">{{ row.place }}</Button
        ><span v-if="at(row)" class="quiet small"> {{ at(row) }}</span></template
      >
      <template #verdict="{ row }">
        <StateTag v-if="row.conflict" state="conflict" label="Overlaps as drawn" />
        <StateTag v-else-if="row.verdict" :state="row.verdict" />
        <span v-else class="quiet">No check of its own</span>
      </template>
    </DataList>
  </div>
</template>

<style scoped>
.joints {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: 16px;
  align-items: start;
}
.drawn {
  position: sticky;
  top: 0;
  order: 1;
  margin: 0;
}
.drawn :deep(svg) {
  width: 100%;
  height: auto;
}
@media (max-width: 860px) {
  .joints {
    grid-template-columns: minmax(0, 1fr);
  }
  .drawn {
    position: static;
    order: 0;
  }
}
</style>
