<script setup lang="ts">
import Button from 'primevue/button'
import type { Sheet } from '@/api/types'
import type { Aside } from '@/logic/keep'
import { showReading, type Tape } from '@/logic/units'

/** Readings that the server refused, each with its reason: they hold up no other, and wait for somebody. */
const props = defineProps<{ items: Aside[]; posts: Sheet['posts']; tape: Tape }>()
defineEmits<{ settle: [id: string, again: boolean] }>()

/** "Post 3, stands at, 1′ 2″": what was said, by the name that the phone shows it under. */
function says({ reading }: Aside): string {
  const post = props.posts.find((item) => item.id === reading.about)
  const value = reading.value_m == null ? '' : showReading(reading.value_m, 'm', props.tape)
  return [post && `Post ${post.number}`, reading.what, value].filter(Boolean).join(', ')
}
</script>

<template>
  <section class="aside" aria-label="Refused by the server">
    <p><b>Rejected by the server (the rest was saved):</b></p>
    <ul>
      <li v-for="item in items" :key="item.reading.id">
        {{ says(item) }}: {{ item.why }}.
        <Button severity="secondary" outlined @click="$emit('settle', item.reading.id, true)">Send it again</Button>
        <Button severity="secondary" outlined @click="$emit('settle', item.reading.id, false)">Discard</Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.aside {
  border-left: 10px solid var(--zone);
  padding: 8px 16px;
}
ul {
  margin: 4px 0 0;
  padding-left: 20px;
}
.plain {
  min-height: 48px;
  margin: 4px 4px 4px 0;
}
</style>
