import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether the finder is open; any page may open it. */
export const useFind = defineStore('find', () => {
  const open = ref(false)
  return { open, show: () => (open.value = true) }
})
