<script setup lang="ts">
import Button from 'primevue/button'
import { onMounted, ref } from 'vue'
import { useLeft } from '@/composables/useLeft'

/** What was typed or measured in this browser and is not on the server yet: sent by itself, else where to mend it. */
const emit = defineEmits<{ sent: [] }>()
const { left, look, send } = useLeft()
const busy = ref(false)
async function again(): Promise<void> {
  busy.value = true
  await look()
  const before = left.value.length
  if (before) await send()
  busy.value = false
  if (left.value.length < before) emit('sent')
}
onMounted(() => void again())
</script>

<template>
  <section v-if="left.length" class="note" aria-label="Not on the server yet" role="status">
    <p>
      <b>{{ busy ? 'Sending what was kept in this browser:' : 'Kept in this browser, not on the server yet:' }}</b>
    </p>
    <ul>
      <li v-for="item in left" :key="item.job + item.tab">
        {{ item.tab ? `changes of ${item.name}` : `${item.count} readings of ${item.name}` }}
        <router-link :to="{ name: 'overview', params: { job: item.job } }">Open the job</router-link>
      </li>
    </ul>
    <Button severity="secondary" outlined size="small" :disabled="busy" @click="again">Send them again</Button>
  </section>
</template>

<style scoped>
p,
ul {
  margin: 0 0 6px;
}
a {
  margin-left: 8px;
}
</style>
