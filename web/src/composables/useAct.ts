import { ref } from 'vue'

/**
 * Something done on the server at a press: what went wrong is kept to be shown, and what is on the page is asked for
 * anew, whether it went well or not.
 */
export function useAct(after: () => Promise<unknown>) {
  const fault = ref('')
  const said = ref('')
  /** `done`: what is said when it went well. */
  async function act(work: () => Promise<unknown>, done = ''): Promise<void> {
    fault.value = said.value = ''
    try {
      await work()
      said.value = done
    } catch (error) {
      fault.value = (error as Error).message
    }
    await after()
  }
  return { fault, said, act }
}
