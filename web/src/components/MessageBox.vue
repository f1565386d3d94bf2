<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { useJob } from '@/stores/job'

/** A text to copy, or why it is held. */
const props = withDefaults(defineProps<{ message: string; held: string[]; to?: string }>(), { to: '' })
const store = useJob()
const copied = ref(false)
const fault = ref('')
async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    fault.value = ''
    copied.value = true
    setTimeout(() => (copied.value = false), 2500)
  } catch {
    fault.value = 'This browser does not let a page copy: select the message and copy it by hand'
  }
}
const receipt = ref('')
async function send(text: string): Promise<void> {
  receipt.value = fault.value = ''
  try {
    receipt.value = (
      await ask(
        api.POST('/api/integrations/message', {
          body: { to: props.to || 'the supplier', text, job: store.id || null },
        }),
      )
    ).says
  } catch (error) {
    fault.value = (error as Error).message
  }
}
</script>

<template>
  <section aria-label="Supplier order">
    <h2 v-if="!to">Supplier order</h2>
    <template v-if="message">
      <pre class="message" tabindex="0" aria-label="Order text to the supplier">{{ message }}</pre>
      <p class="acts">
        <Button severity="secondary" outlined @click="copy(message)">{{
          copied ? 'Copied' : 'Copy order text'
        }}</Button>
        <Button severity="secondary" outlined @click="send(message)">Send it</Button>
      </p>
      <p v-if="receipt" class="small" role="status">{{ receipt }}.</p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    </template>
    <ul v-else class="held">
      <li v-for="text in held" :key="text">Order on hold. {{ text }}.</li>
    </ul>
  </section>
</template>

<style scoped>
.message {
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 8px 12px;
  white-space: pre-wrap;
  font: inherit;
  font-size: 14px;
  max-height: 220px;
  overflow-y: auto;
  margin: 4px 0;
}
.held {
  color: var(--fail);
  font-weight: 600;
  padding-left: 18px;
  margin: 4px 0;
}
</style>
