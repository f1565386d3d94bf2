<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'

/** The site's time zone: those near its place are offered first; its clock and summer time are read from it. */
const store = useJob()
const site = computed(() => store.document!.site)
const { data } = useQuery({
  queryKey: computed(() => ['zones', site.value.latitude_rad, site.value.longitude_rad]),
  queryFn: () =>
    ask(
      api.GET('/api/designs/zones', {
        params: {
          query: { latitude_rad: site.value.latitude_rad ?? null, longitude_rad: site.value.longitude_rad ?? null },
        },
      }),
    ),
  placeholderData: (last) => last,
})
const named = (zone: string) => zone.replaceAll('_', ' ')
const options = computed(() => {
  const near = data.value?.near ?? []
  const rest = (data.value?.zones ?? []).filter((zone) => !near.includes(zone))
  const own = site.value.time_zone
  const listed = [...near, ...rest]
  if (own && !listed.includes(own)) listed.unshift(own)
  return [{ value: '', says: 'not known' }, ...listed.map((zone) => ({ value: zone, says: named(zone) }))]
})
</script>

<template>
  <PickField
    label="Time zone"
    :model-value="site.time_zone"
    :options="options"
    path="site/time_zone"
    @update:model-value="store.change((job) => void (job.site.time_zone = String($event)), 'time zone')"
  />
  <p v-if="!site.time_zone && data?.near.length" class="small quiet">
    Nearest: {{ data.near.slice(0, 3).map(named).join(', ') }}. Shade is calculated by the site's local time once it is
    chosen.
  </p>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
