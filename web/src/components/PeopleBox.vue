<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { CrewPerson, People, RoleWord } from '@/api/types'
import { inTurn } from '@/logic/turns'
import { useSession } from '@/stores/session'
import { sentence } from '@/logic/sentence'

/** The people of the crew and their parts; owners give parts, invite by link and take out. */
const session = useSession()
const owns = computed(() => session.session?.may.includes('people') ?? false)
const { data, refetch } = useQuery({
  queryKey: ['people'],
  queryFn: async () => (await ask(api.GET('/api/crew/people'))) as People,
})
const roles = computed(() => data.value?.roles ?? [])
const fault = ref('')
const made = ref('')
const forWhom = ref('')
async function act(work: () => Promise<unknown>): Promise<void> {
  fault.value = made.value = ''
  try {
    await work()
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
const at = (name: string) => ({ params: { path: { name } } })
const turn = inTurn()
/** What is given goes on top of what this person has by then: a part that was just taken is not given back. */
const give = (person: CrewPerson, part: Partial<Pick<CrewPerson, 'role' | 'sees_prices'>>) =>
  turn(() =>
    act(async () => {
      const { people } = (await ask(api.GET('/api/crew/people'))) as People
      const now = people.find((one) => one.name === person.name) ?? person
      const body = { role: now.role, sees_prices: now.sees_prices, ...part }
      await ask(api.PUT('/api/crew/people/{name}', { ...at(person.name), body }))
      if (person.me) await session.look()
    }),
  )
const leaving = ref('')
const remove = (name: string) =>
  act(async () => {
    leaving.value = ''
    await ask(api.DELETE('/api/crew/people/{name}', at(name)))
  })
const says = ref('')
const role = ref<RoleWord>('on site')
const sees = ref(false)
const link = (secret: string) => `${location.origin}/join/${secret}`
const invite = () =>
  act(async () => {
    const body = { says: says.value, role: role.value, sees_prices: sees.value }
    const found = await ask(api.POST('/api/crew/invitations', { body }))
    made.value = link(found.secret)
    forWhom.value = says.value || 'whoever joins'
    says.value = ''
  })
const reset = (name: string) =>
  act(async () => {
    const found = await ask(api.POST('/api/crew/people/{name}/password', at(name)))
    made.value = link(found.secret)
    forWhom.value = `${name}, for a new password`
  })
const takeBack = (number: number) =>
  act(() => ask(api.DELETE('/api/crew/invitations/{number}', { params: { path: { number } } })))
const columns = computed<ListColumn[]>(() => [
  { key: 'name', label: 'Name', strong: true, by: 'name' },
  { key: 'part', label: 'Role', by: 'role' },
  { key: 'prices', label: 'Prices' },
  ...(owns.value ? [{ key: 'acts', label: 'Change' }] : []),
])
const plans = (part: RoleWord) => part !== 'on site'
</script>

<template>
  <section aria-label="People">
    <h2>People</h2>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <DataList v-if="data" :rows="data.people" :columns="columns" label="People of the crew" row-key="name">
      <template #name="{ row: person }">{{ person.name }}{{ person.me ? ' (you)' : '' }}</template>
      <template #part="{ row: person }">
        <SelectBox
          v-if="owns"
          :model-value="person.role"
          :aria-label="`part of ${person.name}`"
          @update:model-value="give(person, { role: $event as RoleWord })"
        >
          <option v-for="row in roles" :key="row.key" :value="row.key">{{ sentence(row.says) }}</option>
        </SelectBox>
        <template v-else>{{ roles.find((row) => row.key === person.role)?.says }}</template></template
      >
      <template #prices="{ row: person }">
        <label v-if="owns && !plans(person.role)" class="small">
          <Checkbox
            binary
            :model-value="person.sees_prices"
            @update:model-value="give(person, { sees_prices: $event })"
          />
          Shown
        </label>
        <span v-else class="small">{{ person.sees_prices ? 'shown' : 'hidden' }}</span></template
      >
      <template #acts="{ row: person }">
        <template v-if="!person.me">
          <Button text size="small" :aria-label="`a new password for ${person.name}`" @click="reset(person.name)">
            New password
          </Button>
          <Button
            v-if="leaving !== person.name"
            text
            size="small"
            :aria-label="`take ${person.name} out of the crew`"
            @click="leaving = person.name"
          >
            Take out
          </Button>
          <Button v-else severity="secondary" outlined size="small" @click="remove(person.name)"
            >Yes, take {{ person.name }} out</Button
          >
        </template></template
      >
    </DataList>
    <details class="small">
      <summary>Role permissions</summary>
      <ul>
        <li v-for="row in roles" :key="row.key">
          <b>{{ row.says }}</b>: {{ row.does }}
        </li>
      </ul>
    </details>
    <template v-if="owns">
      <form class="invite" @submit.prevent="invite">
        <label class="small">Recipient <InputText v-model="says" maxlength="80" size="small" /></label>
        <label class="small">
          Role
          <SelectBox v-model="role">
            <option v-for="row in roles" :key="row.key" :value="row.key">{{ sentence(row.says) }}</option>
          </SelectBox>
        </label>
        <label v-if="!plans(role)" class="small"><Checkbox v-model="sees" binary /> Sees prices</label>
        <Button severity="secondary" outlined size="small" type="submit">Invite by link</Button>
      </form>
      <p v-if="made" role="status">
        <label class="small">
          For {{ forWhom }}: copy it now, it is not shown again and opens once, for seven days
          <InputText
            class="secret"
            :model-value="made"
            readonly
            size="small"
            @focus="($event.target as HTMLInputElement).select()"
          />
        </label>
      </p>
      <ul v-if="data?.invitations.length" class="small">
        <li v-for="one in data.invitations" :key="one.number">
          {{ one.says || 'an invitation' }}, {{ one.made_at.slice(0, 10) }}, not used yet
          <Button text size="small" :aria-label="`Revoke the invitation ${one.says}`" @click="takeBack(one.number)">
            Revoke
          </Button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
table {
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 4px 8px 4px 0;
}
tbody th {
  font-weight: 400;
}
.row-acts {
  white-space: nowrap;
}
.row-acts button + button {
  margin-left: 10px;
}
.invite {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  margin-top: 10px;
}
.secret {
  display: block;
  width: 100%;
}
</style>
