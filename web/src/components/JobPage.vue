<script setup lang="ts">
/** A page of the whole job: a panel of fields beside what they make; on a phone what they make comes first. */
withDefaults(defineProps<{ label: string; wide?: string; free?: boolean /** the middle lays itself out */ }>(), {
  wide: '290px',
  free: false,
})
</script>

<template>
  <div class="stage" :style="{ '--panel': wide }">
    <aside class="panel" :aria-label="label"><slot name="panel" /></aside>
    <main class="middle" :class="{ free }"><slot /></main>
  </div>
</template>

<style scoped>
.stage {
  flex: 1;
  min-height: 0;
  display: flex;
}
.panel {
  position: relative;
  width: var(--panel);
  flex: none;
  overflow-y: auto;
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding: 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
}
.middle {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
  padding: 14px 20px;
}
.middle.free {
  display: flex;
  flex-direction: column;
  position: relative;
  overflow: visible;
  padding: 0;
}
@media (max-width: 860px) {
  .stage {
    flex-direction: column;
    overflow-y: auto;
  }
  .middle {
    order: -1;
    flex: none;
    padding: 14px;
  }
  .middle.free {
    height: 62vh;
    padding: 0;
  }
  .panel {
    width: auto;
    border-right: 0;
    border-top: 1px solid var(--line);
  }
}
</style>
