<script setup lang="ts">
import { computed } from 'vue'
import LearnedBox from '@/components/LearnedBox.vue'
import LinkBox from '@/components/LinkBox.vue'
import PackBox from '@/components/PackBox.vue'
import PageTabs from '@/components/PageTabs.vue'
import UpkeepBox from '@/components/UpkeepBox.vue'
import VersionsBox from '@/components/VersionsBox.vue'
import { useJob } from '@/stores/job'

/** The crew's papers, the client's handover and upkeep, links, versions, and rates learned from the record. */
const store = useJob()
const paper = computed(() => (store.tape.system === 'imperial' ? 'letter' : 'a4'))
const file = (name: string) => `/api/jobs/${store.id}/documents/${name}`
</script>

<template>
  <main v-if="store.document" class="page">
    <header class="page-head"><h1>Site record</h1></header>
    <PageTabs place="record" label="Pages of the site record" />
    <div class="papers">
      <section class="panel-box">
        <h2>Job package for the crew</h2>
        <p class="small quiet">The ticked parts of every structure, in one PDF.</p>
        <PackBox :job="store.id" :paper="paper" />
      </section>
      <section class="panel-box">
        <h2>Handover to the client</h2>
        <p>
          <a :href="file(`handover.pdf?paper=${paper}`)">Handover document</a>
          <span class="small quiet">What was built, how to keep it, photos and inspections.</span>
        </p>
        <p>
          <a :href="file('upkeep.ics')">Maintenance schedule</a>
          <span class="small quiet">What it asks for over five years, as calendar entries.</span>
        </p>
      </section>
    </div>
    <UpkeepBox class="panel-box" :job="store.id" />
    <LinkBox class="panel-box" :job="store.id" />
    <VersionsBox class="panel-box" />
    <LearnedBox class="panel-box" />
  </main>
</template>

<style scoped>
.page > :is(section, .papers) {
  margin-top: 16px;
}
.papers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 16px;
}
.papers a {
  display: block;
}
</style>
