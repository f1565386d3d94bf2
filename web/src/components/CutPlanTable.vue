<script setup lang="ts">
import { narrowed } from '@/api/adapt'
import type { Takeoff } from '@/api/types'
import { showLength, type Tape } from '@/logic/units'

const props = defineProps<{ cuts: Takeoff['cuts']; tape: Tape }>()
const off = (value: number) =>
  value <= 1e-9 ? 'proven optimal' : `within ${(value * 100).toFixed(value < 0.001 ? 2 : 1)} % of the least possible`
const counted = (count: number, unit: string) => `${count} ${count === 1 ? unit.slice(0, -1) : unit}`
const share = (pieces: number[], stock: number) => pieces.map((piece) => (piece / stock) * 100)
const listed = (pieces: number[]) => {
  const found: string[] = []
  for (const piece of pieces) {
    const text = showLength(piece, props.tape)
    const last = found.length - 1
    const match = last >= 0 ? /^(?:(\d+) × )?(.*)$/.exec(found[last]!) : null
    if (match && match[2] === text) found[last] = `${Number(match[1] ?? 1) + 1} × ${text}`
    else found.push(text)
  }
  return found.join(', ')
}
</script>

<template>
  <section v-for="item in cuts" :key="item.item" class="item">
    <h3>
      {{ item.says }}
      <span class="quiet small"
        >{{
          item.plan
            ? `${counted(item.plan.sticks, item.unit)}, ${off(narrowed<{ above_bound: number }>(item.plan).above_bound)}`
            : item.problem
        }}{{ item.plan && item.problem ? `; ${item.problem}` : '' }}</span
      >
    </h3>
    <table v-if="item.plan">
      <tbody>
        <tr v-for="(pattern, i) in item.plan.patterns" :key="i">
          <td class="count">{{ pattern.count }} × {{ showLength(pattern.stock_m, tape) }}</td>
          <td class="bar">
            <svg viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
              <rect width="100" height="8" class="waste" />
              <rect
                v-for="(part, k) in share(pattern.pieces_m, pattern.stock_m)"
                :key="k"
                :x="
                  share(pattern.pieces_m, pattern.stock_m)
                    .slice(0, k)
                    .reduce((a, b) => a + b, 0)
                "
                :width="part"
                height="8"
                class="piece"
              />
            </svg>
          </td>
          <td>{{ listed(pattern.pieces_m) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="(rip, i) in item.rips" :key="'r' + i" class="small rip">
      Rip {{ rip.count }} × {{ showLength(rip.length_m, tape) }} into
      {{ rip.widths_m.map((width) => showLength(width, tape)).join(' + ') }}; {{ showLength(rip.left_m, tape) }} left{{
        rip.serves ? `, enough for ${rip.serves}` : ''
      }}.
    </p>
    <p v-if="item.regrade?.length" class="small fault">
      {{ item.regrade.join(', ') }}: ripped lumber has no grade until it is graded again.
    </p>
  </section>
</template>

<style scoped>
.rip {
  margin: 2px 0;
}
.item {
  margin: 6px 0 12px;
}
.count {
  white-space: nowrap;
  width: 110px;
  font-weight: 600;
}
.bar {
  width: 220px;
}
.bar svg {
  width: 100%;
  height: 12px;
  display: block;
}
.piece {
  fill: var(--board);
  stroke: var(--post);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.waste {
  fill: none;
  stroke: var(--line);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
</style>
