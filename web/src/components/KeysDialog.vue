<script setup lang="ts">
import Dialog from 'primevue/dialog'

const open = defineModel<boolean>('open', { required: true })
const keys = [
  [', and .', 'the post before, the next post'],
  ['← and →', 'nudge the selected post or gate by one tape mark'],
  ['L', 'lock or unlock the selected post'],
  ['Enter', 'open or fold the working'],
  ['T', 'whole line, or true scale'],
  ['B', 'from a post to the bay after it'],
  ['Esc', 'let go; give back what was typed'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['?', 'this list'],
]
</script>

<template>
  <Dialog v-model:visible="open" modal header="Keys" :style="{ width: '460px' }">
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
