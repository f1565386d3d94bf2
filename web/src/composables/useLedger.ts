import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Ledger, SentQuote } from '@/api/types'
import { exact } from '@/logic/money'
import { useJob } from '@/stores/job'

/** A job's money as it is kept: three ledgers, the quotes that were sent, and one act at a time on them. */
export function useLedger() {
  const store = useJob()
  const path = computed(() => ({ params: { path: { job_id: store.id } } }))
  const ledger = useQuery({
    queryKey: computed(() => ['ledger', store.id, store.revision]),
    queryFn: async () => (await ask(api.GET('/api/quotes/{job_id}/ledger', path.value))) as Ledger,
    enabled: computed(() => !!store.id),
  })
  const quotes = useQuery({
    queryKey: computed(() => ['quotes', store.id]),
    queryFn: async () => (await ask(api.GET('/api/quotes/{job_id}', path.value))).quotes as SentQuote[],
    enabled: computed(() => !!store.id),
  })
  const fault = ref('')
  const busy = ref(false)
  async function act<T>(work: () => Promise<T>): Promise<T | null> {
    fault.value = ''
    busy.value = true
    try {
      return await work()
    } catch (error) {
      fault.value = (error as Error).message
      return null
    } finally {
      busy.value = false
      await Promise.all([ledger.refetch(), quotes.refetch()])
    }
  }
  const currency = computed(() => ledger.data.value?.currency ?? '')
  const money = (value: number, mark = currency.value) =>
    `${value < -0.004 ? '\u2212' : ''}${mark}${exact(Math.abs(value)).replace(/\.00$/, '')}`
  const paper = computed(() => (store.tape.system === 'imperial' ? 'letter' : 'a4'))
  const file = (name: string) => `/api/quotes/${store.id}/${name}?paper=${paper.value}`
  return { store, path, ledger, quotes, act, fault, busy, money, file }
}
export type LedgerUse = ReturnType<typeof useLedger>
