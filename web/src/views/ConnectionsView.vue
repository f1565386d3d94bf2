<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Job, JobCard, OutsideService } from '@/api/types'
import { exact } from '@/logic/money'

/** Connections, as stand-ins that ship with the program: each is tried here, with the faults that it can show. */
const { data, refetch } = useQuery({
  queryKey: ['outside'],
  queryFn: async () => (await ask(api.GET('/api/integrations'))).services as OutsideService[],
})
const jobs = useQuery({
  queryKey: ['jobs'],
  queryFn: async () => (await ask(api.GET('/api/jobs'))) as JobCard[],
})
const about = ref('')
const job = computed(() => about.value || jobs.data.value?.[0]?.id || '')
const said = ref<Record<string, string[]>>({})
const fault = ref<Record<string, string>>({})
const busy = ref('')

async function give(service: OutsideService, name: string): Promise<void> {
  await act(service, async () => {
    await ask(api.PUT('/api/integrations/faults', { body: { service: service.key, fault: name } }))
    return []
  })
  await refetch()
}
async function act(service: OutsideService, work: () => Promise<string[]>): Promise<void> {
  busy.value = service.key
  fault.value[service.key] = ''
  said.value[service.key] = []
  try {
    said.value[service.key] = await work()
  } catch (error) {
    fault.value[service.key] = (error as Error).message
  } finally {
    busy.value = ''
  }
}
async function document_(): Promise<Job> {
  const found = await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: job.value } } }))
  return found.document as Job
}
const TRY: Record<string, () => Promise<string[]>> = {
  weather: async () => {
    const { days } = await ask(api.POST('/api/integrations/weather', { body: { document: await document_() } }))
    return days.map((day) => `${day.on}: ${day.temperature_c} °C, ${day.rain_mm} mm, ${day.wind_m_per_s} m/s`)
  },
  merchant: async () => {
    const { offers } = await ask(api.POST('/api/integrations/supplier', { body: { metric: false, keep: false } }))
    return offers.slice(0, 12).map((one) => {
      const long = one.price.length_m ? `, ${one.price.length_m.toFixed(2)} m` : ''
      const stock = one.stock_count ? `${one.stock_count} there` : `none, ${one.lead_days} days`
      return `${one.price.item}${long}: ${exact(one.price.price)}, ${stock}${one.instead ? `, ${one.instead}` : ''}`
    })
  },
  locate: async () => {
    const found = await ask(api.POST('/api/integrations/locate', { body: { document: await document_() } }))
    const owners = found.owners.map((row) => `${row.owner}: ${row.said || 'no answer yet'}`)
    const open = found.owners.some((row) => !row.said)
    const ticket = `Ticket ${found.locate.ticket}, digging from ${found.locate.dig_from} to ${found.locate.expires}`
    return [open ? `Do not dig: not every owner has answered. ${ticket}` : ticket, ...owners]
  },
  level: async () => {
    const found = await ask(api.POST('/api/integrations/level', { body: { document: await document_() } }))
    const rows = found.heights.map((row) => `${row.thing}: ${row.height_m.toFixed(3)} m`)
    return [found.amiss || `The benchmark closes to ${(found.closes_m * 1000).toFixed(1)} mm`, ...rows]
  },
  messages: async () => {
    const body = { to: 'the yard', text: 'Are the posts in?' }
    return [(await ask(api.POST('/api/integrations/message', { body }))).says]
  },
}
</script>

<template>
  <main class="page">
    <h1>Connections</h1>
    <p class="small quiet">
      Simulated services, so that it works without any of the real ones: their answers are made up. Give one a fault and
      see what the program makes of it.
    </p>
    <label class="small"
      >For the job
      <SelectBox :model-value="job" @update:model-value="about = $event">
        <option v-for="card in jobs.data.value ?? []" :key="card.id" :value="card.id">{{ card.name }}</option>
      </SelectBox>
    </label>
    <div class="grid">
      <section v-for="service in data ?? []" :key="service.key" :aria-label="service.says">
        <h2>{{ service.says }}</h2>
        <p class="small">{{ service.text }}.</p>
        <p class="row">
          <label class="small"
            ><span class="visually-hidden">Simulated fault: {{ service.says.toLowerCase() }}</span>
            <SelectBox :model-value="service.fault" @update:model-value="give(service, $event)">
              <option value="">Normal</option>
              <option v-for="name in service.faults" :key="name" :value="name">{{ name }}</option>
            </SelectBox>
          </label>
          <Button
            severity="secondary"
            outlined
            size="small"
            :disabled="busy === service.key || !job"
            @click="act(service, TRY[service.key]!)"
          >
            Try it
          </Button>
        </p>
        <p v-if="fault[service.key]" class="fault small" role="alert">{{ fault[service.key] }}</p>
        <ul v-if="said[service.key]?.length" class="small">
          <li v-for="(line, index) in said[service.key]" :key="index">{{ line }}</li>
        </ul>
      </section>
    </div>
  </main>
</template>

<style scoped>
.page {
  padding: 18px 26px 60px;
  max-width: 1200px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 18px 30px;
  margin-top: 16px;
}
section {
  border-top: 1px solid var(--line);
}
h2 {
  margin: 10px 0 2px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
ul {
  padding-left: 18px;
}
</style>
