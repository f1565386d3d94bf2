<script setup lang="ts">
import type { Sheet } from '@/api/types'

/** Measures of what is drawn large (a gate's leaf, a stair), in the order in which they are cut. */
defineProps<{ lists: NonNullable<Sheet['measures']> }>()
</script>

<template>
  <div>
    <section v-for="item in lists" :key="item.title" class="measures" :aria-label="item.title">
      <h2>{{ item.title }}</h2>
      <dl>
        <template v-for="[says, much] in item.rows" :key="says"
          ><dt>{{ says }}</dt>
          <dd>{{ much }}</dd></template
        >
      </dl>
    </section>
  </div>
</template>

<style scoped>
.measures h2 {
  font-size: 17px;
  margin: 14px 0 4px;
}
.measures dl {
  display: grid;
  grid-template-columns: 1fr auto;
  margin: 0;
  font-size: 17px;
}
.measures dt,
.measures dd {
  margin: 0;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.measures dd {
  font-weight: 700;
  text-align: right;
  padding-left: 12px;
}
</style>
