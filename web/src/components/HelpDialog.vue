<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { computed } from 'vue'
import { HELP } from '@/logic/help'

/** What this page is for, and the keys. */
const props = defineProps<{ page: string }>()
const help = computed(() => HELP[props.page] ?? null)

const open = defineModel<boolean>('open', { required: true })
const keys = [
  [', and .', 'the post before, the next post'],
  ['← and →', 'nudge the selected post or gate by one tape mark'],
  ['L', 'lock or unlock the selected post'],
  ['Enter', 'open or fold the calculation'],
  ['T', 'whole line, or true scale'],
  ['B', 'from a post to the bay after it'],
  ['Esc', 'let go; give back what was typed'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['?', 'this list'],
]
</script>

<template>
  <Dialog v-model:visible="open" modal header="Help" :style="{ width: '520px' }">
    <template v-if="help">
      <p class="strong">{{ help.says }}</p>
      <ul>
        <li v-for="line in help.does" :key="line">{{ line }}</li>
      </ul>
    </template>
    <h3>Keys</h3>
    <table>
      <tbody>
        <tr v-for="[key, says] in keys" :key="key">
          <td class="strong">{{ key }}</td>
          <td>{{ says }}</td>
        </tr>
      </tbody>
    </table>
  </Dialog>
</template>
