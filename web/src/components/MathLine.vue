<script setup lang="ts">
import { computed } from 'vue'
import type { CalculationStep } from '@/api/types'
import { figure, symbol, typeset } from '@/logic/formula'

const props = defineProps<{ step: CalculationStep }>()
const left = computed(() => symbol(props.step.symbol))
const right = computed(() => typeset(props.step.formula))
const inputs = computed(() =>
  props.step.inputs.map(([name, value, unit]) => ({
    name: symbol(name),
    text: `${figure(value)}${unit ? ' ' + unit : ''}`,
  })),
)
</script>

<template>
  <div class="step">
    <p v-if="step.says" class="says">{{ step.says }}</p>
    <p class="line">
      <span v-for="(piece, i) in left" :key="'l' + i" :class="piece.kind">{{ piece.text }}</span>
      <template v-if="right.length">
        = <span v-for="(piece, i) in right" :key="'r' + i" :class="piece.kind">{{ piece.text }}</span></template
      >
      = <b>{{ figure(step.value) + (step.unit ? ' ' + step.unit : '') }}</b>
    </p>
    <p v-if="inputs.length" class="with">
      with
      <span v-for="(item, i) in inputs" :key="i" class="given"
        ><span v-for="(piece, k) in item.name" :key="k" :class="piece.kind">{{ piece.text }}</span>
        {{ item.text }}</span
      >
    </p>
    <p class="source">{{ step.source }}</p>
  </div>
</template>

<style scoped>
.step {
  padding: 6px 0;
  border-bottom: 1px dotted var(--line);
}
.step:last-child {
  border-bottom: 0;
}
p {
  margin: 0;
}
.says {
  font-size: 12.5px;
  color: var(--ink-2);
}
.line {
  font-size: 14px;
  line-height: 1.5;
}
.symbol {
  font-style: italic;
}
.sub {
  font-size: 0.72em;
  vertical-align: sub;
}
.sup {
  font-size: 0.72em;
  vertical-align: super;
}
.with,
.source {
  font-size: 12px;
  color: var(--ink-2);
}
.given {
  display: inline-block; /* the line breaks between two, never within one */
  margin-right: 8px;
  white-space: nowrap;
}
</style>
