<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { StopRow } from '@/api/types'
import StateMark from '@/components/StateMark.vue'
import type { LedgerUse } from '@/composables/useLedger'
import { useSession } from '@/stores/session'

/** What stops an offer, an order and the start of the work, with the two ways on: change it, or sign for it. */
const props = defineProps<{ use: LedgerUse }>()
const session = useSession()
const owner = computed(() => session.session?.may.includes('people') ?? false)
const stops = computed(() => props.use.ledger.data.value?.stops ?? [])
const signed = computed(() => props.use.ledger.data.value?.sign_offs ?? [])
const name = (id: string) => props.use.store.document?.structures.find((item) => item.spec.id === id)?.name ?? id
const signing = ref('')
const by = ref('')
const reason = ref('')
async function sign(): Promise<void> {
  const body = { structure: signing.value, by: by.value, reason: reason.value }
  const done = await props.use.act(() =>
    ask(api.POST('/api/quotes/{job_id}/sign-offs', { ...props.use.path.value, body })),
  )
  if (done) signing.value = reason.value = ''
}
const to = (stop: StopRow) => ({ name: 'design', params: { job: props.use.store.id, structure: stop.id } })
</script>

<template>
  <section v-if="stops.length || signed.length" class="stops" aria-label="Before it is offered">
    <div v-if="stops.length" class="box" role="status">
      <p class="head">Nothing is offered, ordered or begun until these are settled:</p>
      <ul>
        <li v-for="stop in stops" :key="stop.id">
          <StateMark :state="stop.state as never" /> <b>{{ name(stop.id) }}</b>: {{ stop.says }}
          <span class="acts">
            <router-link :to="to(stop)">Open its layout</router-link>
            <Button v-if="stop.can_sign && owner" text size="small" @click="signing = stop.id">Sign for it…</Button>
            <span v-else-if="stop.can_sign" class="small">or an owner of the crew signs for it</span>
          </span>
          <form v-if="signing === stop.id" class="sign" @submit.prevent="sign">
            <label class="small"
              >Authorized person <InputText v-model="by" maxlength="120" required size="small"
            /></label>
            <label class="small wide"
              >Why it may be built
              <InputText
                v-model="reason"
                maxlength="400"
                required
                size="small"
                placeholder="engineer's letter of Nov 3, local office agrees"
            /></label>
            <Button size="small" type="submit" :disabled="use.busy.value">Sign</Button>
            <Button size="small" type="button" severity="secondary" outlined @click="signing = ''">Cancel</Button>
          </form>
        </li>
      </ul>
    </div>
    <ul v-if="signed.length" class="small signed">
      <li v-for="one in signed" :key="one.made_at">
        Signed for {{ name(one.structure) }} by <b>{{ one.by }}</b>, {{ one.made_at.slice(0, 10) }}: {{ one.reason }}.
        <span class="quiet">{{ one.says }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.box {
  max-width: 1000px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-left: 4px solid var(--spare);
  border-radius: 4px;
  padding: 10px 16px;
  margin-bottom: 14px;
}
.head {
  margin: 0 0 4px;
  font-weight: 600;
}
ul {
  margin: 0;
  padding-left: 18px;
}
li {
  margin: 4px 0;
}
.acts {
  display: inline-flex;
  gap: 10px;
  align-items: center;
  margin-left: 8px;
}
.sign {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin: 6px 0;
}
.wide {
  flex: 1 1 260px;
}
.wide input {
  width: 100%;
}
.signed {
  margin-top: 8px;
}
</style>
