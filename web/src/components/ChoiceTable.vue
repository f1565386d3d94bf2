<script setup lang="ts">
import Button from 'primevue/button'
import StateTag from '@/components/StateTag.vue'
import { isOpen, isPassing, isWrong, rank } from '@/logic/states'
import { computed } from 'vue'
import type { Choice } from '@/api/types'
import { change } from '@/logic/money'

const props = defineProps<{ choices: Choice[]; busy: boolean; what: string; whole: string }>()
const timed = computed(() => props.choices.some((choice) => choice.hours != null))
const wide = computed(() => (measured.value ? 7 : 3) + (timed.value ? 1 : 0))
const measured = computed(() => props.choices.some((choice) => choice.reaches))
const emit = defineEmits<{ preview: [choice: Choice | null]; take: [choice: Choice] }>()
const ranked = computed(() => {
  return [...props.choices]
    .filter((choice) => !choice.chosen)
    .sort((a, b) => rank(a.whole) - rank(b.whole) || (a.price ?? 1e9) - (b.price ?? 1e9))
})
const good = computed(() =>
  ranked.value.filter((choice) => isPassing(choice.whole) && choice.whole !== 'at_limit' && !choice.exact),
)
const exact = computed(() =>
  ranked.value.filter((choice) => (choice.exact && isPassing(choice.whole)) || choice.whole === 'at_limit'),
)
const unknown = computed(() => ranked.value.filter((choice) => isOpen(choice.whole) && !isWrong(choice.whole)))
const bad = computed(() => ranked.value.filter((choice) => isWrong(choice.whole)))
const now = computed(() => props.choices.filter((choice) => choice.chosen))
const groups = computed(() =>
  [
    { says: 'Current design', rows: now.value },
    { says: now.value.length ? 'Passing options, by price' : '', rows: good.value },
    { says: 'At the limit: exactly on it, set apart', rows: exact.value },
    { says: 'Not covered: something has to be entered or asked first', rows: unknown.value },
    { says: 'Fails', rows: bad.value },
  ].filter((group) => group.rows.length),
)
</script>

<template>
  <p v-if="busy && !choices.length" class="quiet" aria-busy="true">
    Trying every {{ what }}, each with all that stands under it.
  </p>
  <table v-else>
    <thead>
      <tr>
        <th>Choice</th>
        <template v-if="measured"
          ><th class="n">Reaches</th>
          <th class="n">[table]</th>
          <th class="n">Spare</th>
          <th>Governed by</th></template
        >
        <th>The whole {{ whole }} with it</th>
        <th v-if="timed" class="n">Hours</th>
        <th class="n">Price</th>
      </tr>
    </thead>
    <tbody v-for="group in groups" :key="group.says">
      <tr v-if="group.says">
        <td :colspan="wide" class="quiet small apart">{{ group.says }}</td>
      </tr>
      <tr
        v-for="(choice, i) in group.rows"
        :key="choice.says + i"
        :class="{ on: choice.chosen }"
        @mouseenter="emit('preview', choice)"
        @mouseleave="emit('preview', null)"
        @click="emit('take', choice)"
      >
        <td>
          <Button
            unstyled
            class="pick"
            @focus="emit('preview', choice)"
            @blur="emit('preview', null)"
            @click.stop="emit('take', choice)"
          >
            {{ choice.says }}</Button><span v-if="choice.lasts" class="quiet small lasts">{{ choice.lasts }}</span>
        </td>
        <template v-if="measured"
          ><td class="n">{{ choice.reaches }}</td>
          <td class="n">{{ choice.table ? `[${choice.table}]` : '' }}</td>
          <td class="n">{{ choice.slack }}</td>
          <td>{{ choice.governs }}</td></template
        >
        <td>
          <StateTag :state="choice.whole" />
          <span class="small quiet"
            >{{ choice.why }}{{ isPassing(choice.whole) ? `, ${(choice.use * 100).toFixed(0)}%` : '' }}</span
          >
        </td>
        <td v-if="timed" class="n">{{ choice.hours == null ? '' : choice.hours.toFixed(0) }}</td>
        <td class="n">{{ choice.price_change == null ? '' : change(choice.price_change) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.verdict {
  margin-right: 5px;
}
.n {
  text-align: right;
  white-space: nowrap;
}
td:first-child {
  min-width: 118px;
}
td[colspan] {
  min-width: 0;
}
.pick {
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  cursor: pointer;
  min-height: 24px;
}
.lasts {
  display: block;
  max-width: 44ch;
  white-space: normal;
}
.apart {
  padding-top: 10px;
}
tr {
  cursor: pointer;
}
tbody tr:hover {
  background: var(--ground-2);
}
tr.on {
  background: var(--chalk-soft) !important;
  font-weight: 600;
}
</style>
