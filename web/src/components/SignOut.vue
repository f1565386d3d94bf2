<script setup lang="ts">
import Button from 'primevue/button'
import { defineAsyncComponent, ref } from 'vue'
import { useLeft } from '@/composables/useLeft'
import { drop } from '@/logic/box'
import { mine } from '@/logic/whose'
import { useSession } from '@/stores/session'

/** Signing out: what waits to sync is sent first; what cannot be sent is asked about. */
const Dialog = defineAsyncComponent(() => import('primevue/dialog'))
const session = useSession()
const { left, says, send } = useLeft()
const asks = ref(false)
const fault = ref('')

async function leave(): Promise<void> {
  await send()
  if (left.value.length) asks.value = true
  else await out()
}
async function out(): Promise<void> {
  try {
    await session.signOut()
    // A whole new page: nothing of the person stays in its memory.
    location.assign('/sign-in')
  } catch (error) {
    asks.value = true
    fault.value = (error as Error).message
  }
}
async function throwAway(): Promise<void> {
  for (const item of left.value)
    if (item.tab) drop(mine('unsaved', item.job, item.tab))
    else for (const what of ['queue', 'aside']) drop(mine(what, item.job))
  await out()
}
defineExpose({ leave })
</script>

<template>
  <Dialog v-if="asks" v-model:visible="asks" modal header="Not everything is on the server" :style="{ width: '520px' }">
    <p v-if="fault" class="fault" role="alert">{{ fault }}: you are still signed in.</p>
    <template v-if="left.length">
      <p>This browser still holds, under your name:</p>
      <ul>
        <li v-for="text in says" :key="text">{{ text }}</li>
      </ul>
      <p>
        Signed out, it stays here unseen until you sign in on this browser again. Nobody else sends it. On a phone that
        is not yours, throw it away.
      </p>
    </template>
    <template #footer>
      <Button severity="secondary" outlined @click="throwAway">Discard and sign out</Button>
      <Button severity="secondary" outlined @click="out">Sign out, keep on this device</Button>
      <Button autofocus @click="asks = false">Cancel</Button>
    </template>
  </Dialog>
</template>
