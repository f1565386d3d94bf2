<script setup lang="ts">
import { usedOf } from '@/logic/units'
import Button from 'primevue/button'
import StateTag from '@/components/StateTag.vue'
import { ref } from 'vue'
import type { CheckRow } from '@/api/types'
import MathLine from '@/components/MathLine.vue'
import UtilizationBar from '@/components/UtilizationBar.vue'

defineProps<{ check: CheckRow; place?: string /** where it is the worst, when nothing is selected */ }>()
const open = defineModel<boolean>('open', { default: false })
const body = ref<HTMLElement>()
</script>

<template>
  <section class="check">
    <Button unstyled class="head" :aria-expanded="open" @click="open = !open">
      <span class="name"
        >{{ check.name }}<span v-if="check.case" class="quiet">, {{ check.case }}</span></span
      >
      <span class="figure">{{ check.figure }}</span>
    </Button>
    <UtilizationBar :use="check.use" :verdict="check.verdict" />
    <p class="foot">
      <StateTag :state="check.verdict" />
      <span v-if="check.asks !== 'code'" class="asks">{{
        check.asks === 'advice' ? 'Recommendation' : check.asks
      }}</span>
      <span v-if="check.fitted" class="quiet">auto-sized</span>
      <span v-else class="quiet"
        >{{ usedOf(check.use) }} utilization<template v-if="place">, at {{ place }}</template></span
      >
      <Button text size="small" @click="open = !open">{{ open ? 'fold' : 'calculation' }}</Button>
    </p>
    <div v-if="open" ref="body" class="working">
      <MathLine v-for="(step, i) in check.working" :key="i" :step="step" />
      <p class="sure">Confidence: {{ check.sureness }}.</p>
    </div>
  </section>
</template>

<style scoped>
.check {
  padding: 9px 0 7px;
  border-bottom: 1px solid var(--line);
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  background: none;
  border: 0;
  padding: 0 0 4px;
  text-align: left;
  cursor: pointer;
}
.name {
  font-weight: 600;
}
.name .quiet {
  font-weight: 400;
}
.figure {
  white-space: nowrap;
  font-size: 13px;
}
.foot {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin: 3px 0 0;
  font-size: 12.5px;
}
.asks {
  white-space: nowrap;
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 0 4px;
}
.foot button {
  flex: none;
  margin-left: auto;
  padding: 2px;
}
.working {
  background: var(--ground-2);
  border-left: 3px solid var(--chalk);
  padding: 4px 10px;
  margin-top: 6px;
}
.sure {
  font-size: 12.5px;
  font-weight: 600;
  margin: 6px 0 2px;
}
</style>
