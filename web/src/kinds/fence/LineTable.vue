<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import SelectBox from '@/components/SelectBox'
import { nextTick, onMounted, ref, toRef, watch } from 'vue'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

const props = defineProps<{ structure: string; touched?: string /** what was picked in the drawing */ }>()
const store = useJob()
const { spec, path, edit, fresh, middle, addGate, addBand } = useFence(toRef(props, 'structure'))

const rows = ref<HTMLElement>()
/** Its row comes into view, and its first field is under the hand. */
async function show(): Promise<void> {
  if (!props.touched) return
  await nextTick()
  const row = rows.value?.querySelector<HTMLElement>(`[data-thing="${CSS.escape(props.touched)}"]`)
  row?.scrollIntoView({ block: 'nearest' })
  row?.querySelector<HTMLElement>('input, select')?.focus({ preventScroll: true })
}
onMounted(show)
watch(() => props.touched, show)

function addStraight(): void {
  edit('one more run', (at) =>
    at.straights.push({
      id: fresh(at.straights, 'straight'),
      length_m: 6.096,
      turn_rad: -Math.PI / 2,
      follows: at.straights[at.straights.length - 1]?.follows ?? 'raked',
    }),
  )
}
function addLiftOut(): void {
  edit('a bay that lifts out', (at) =>
    (at.lift_outs ??= []).push({ id: fresh(at.lift_outs, 'lift-out'), at_m: middle(), clear_m: 3.048 }),
  )
}
function joined(which: 'start_at' | 'end_at', at: string): void {
  edit('how the line is joined', (spec) => void (spec[which] = { at: at as 'post', packing_m: 0 }))
}
const KINDS = [
  ['no dig', 'no digging'],
  ['clear way', 'a way to keep clear'],
  ['slab', 'a slab'],
  ['old hole', 'an old post hole'],
] as const
const FEET_HERE = ['cored slab', 'base on slab', 'base on pier', 'open below', 'closed below'] as const
function addLock(): void {
  edit('a post that stays', (at) =>
    at.locks.push({ id: fresh(at.locks, 'lock'), at_m: middle(), counted: false, why: '' }),
  )
}
const degrees = (rad: number) => String(Math.round(Math.abs((rad * 180) / Math.PI) * 10) / 10)
function turn(index: number, text: string, side: string): void {
  const value = Number(text)
  if (Number.isFinite(value) && value >= 0 && value <= 170)
    edit('turn', (at) => void (at.straights[index]!.turn_rad = ((side === 'left' ? 1 : -1) * value * Math.PI) / 180))
}
const side = (rad: number) => (rad > 0 ? 'left' : 'right')
function leaves(index: number, first: number | null): void {
  edit('leaves', (at) => {
    const gate = at.openings[index]!
    gate.leaves_m = first === null || first >= gate.clear_m ? [] : [first, gate.clear_m - first]
  })
}
function crossing(index: number, text: string): void {
  const value = Number(text)
  if (value > 5 && value <= 90) edit('crossing', (at) => void (at.zones[index]!.crossing_rad = (value * Math.PI) / 180))
}
type Lists = 'straights' | 'openings' | 'zones' | 'locks' | 'lift_outs'
function away(list: Lists, index: number): void {
  edit('removed a part of the line', (at) => void (at[list] as unknown[]).splice(index, 1))
}
</script>

<template>
  <div v-if="spec" ref="rows" class="line">
    <section>
      <h3>Runs <Button text size="small" @click="addStraight">Add run</Button></h3>
      <div v-for="(item, i) in spec.straights" :key="item.id" class="row straight">
        <LengthField
          :label="`Run ${i + 1}`"
          :model-value="item.length_m"
          :tape="store.tape"
          :path="`${path}/straights/${i}/length_m`"
          @update:model-value="$event !== null && edit('length', (at) => void (at.straights[i]!.length_m = $event!))"
        />
        <template v-if="i">
          <label class="small"
            >Turn, degrees<KeptInput
              :value="degrees(item.turn_rad)"
              inputmode="decimal"
              @change="turn(i, ($event.target as HTMLInputElement).value, side(item.turn_rad))"
          /></label>
          <label class="small"
            >Turns to<SelectBox
              :model-value="side(item.turn_rad)"
              @update:model-value="turn(i, degrees(item.turn_rad), $event)"
            >
              <option value="left">Left</option>
              <option value="right">Right</option>
            </SelectBox></label
          >
        </template>
        <label class="small"
          >Bays<SelectBox
            :model-value="item.follows"
            @update:model-value="edit('bays', (at) => void (at.straights[i]!.follows = $event as 'raked' | 'stepped'))"
          >
            <option value="raked">Raked</option>
            <option value="stepped">Stepped</option>
            <option value="straight top">Straight top</option>
          </SelectBox></label
        >
        <Button
          v-if="spec.straights.length > 1"
          text
          size="small"
          :aria-label="`remove run ${i + 1}`"
          @click="away('straights', i)"
        >
          Remove
        </Button>
      </div>
      <div class="row joins">
        <label class="small"
          >Start<SelectBox
            :model-value="spec.start_at?.at"
            :disabled="spec.closed"
            @update:model-value="joined('start_at', $event)"
          >
            <option value="post">With a post</option>
            <option value="wall">Against a wall</option>
            <option value="standing post">At a post that stands</option>
          </SelectBox></label
        >
        <label class="small"
          >End<SelectBox
            :model-value="spec.end_at?.at"
            :disabled="spec.closed"
            @update:model-value="joined('end_at', $event)"
          >
            <option value="post">With a post</option>
            <option value="wall">Against a wall</option>
            <option value="standing post">At a post that stands</option>
          </SelectBox></label
        >
        <label class="small tick"
          ><Checkbox
            binary
            :model-value="spec.closed"
            @update:model-value="edit('closed loop', (at) => void (at.closed = $event))"
          />
          Closed loop: it ends where it began</label
        >
      </div>
    </section>
    <section>
      <h3>Gates <Button text size="small" @click="addGate">Add gate</Button></h3>
      <p v-if="!spec.openings.length" class="small quiet">No gate in this line.</p>
      <div
        v-for="(item, i) in spec.openings"
        :key="item.id"
        class="row gate"
        :class="{ on: touched === `${structure}/gate/${item.id}` }"
        :data-thing="`${structure}/gate/${item.id}`"
      >
        <label class="small"
          >Name<KeptInput
            :value="item.what"
            maxlength="60"
            @change="edit('gate', (at) => void (at.openings[i]!.what = ($event.target as HTMLInputElement).value))"
        /></label>
        <LengthField
          label="First post at"
          :model-value="item.at_m"
          :tape="store.tape"
          :path="`${path}/openings/${i}/at_m`"
          @update:model-value="$event !== null && edit('gate', (at) => void (at.openings[i]!.at_m = $event!))"
        />
        <LengthField
          label="Clear width"
          :model-value="item.clear_m"
          :tape="store.tape"
          :path="`${path}/openings/${i}/clear_m`"
          @update:model-value="$event !== null && edit('gate', (at) => void (at.openings[i]!.clear_m = $event!))"
        />
        <label class="tick small"
          ><Checkbox
            binary
            :model-value="item.hung !== false"
            @update:model-value="edit('leaf or way through', (at) => void (at.openings[i]!.hung = $event))"
          />
          Has a gate</label
        >
        <LengthField
          v-if="item.hung !== false"
          label="First leaf"
          optional="one leaf"
          :model-value="item.leaves_m[0] ?? null"
          :tape="store.tape"
          @update:model-value="leaves(i, $event)"
        />
        <label v-if="item.hung !== false" class="small"
          >Swings<SelectBox
            :model-value="item.swing"
            @update:model-value="edit('swing', (at) => void (at.openings[i]!.swing = $event as 'in'))"
          >
            <option value="in">In</option>
            <option value="out">Out</option>
          </SelectBox></label
        >
        <router-link
          v-if="item.hung !== false"
          class="small"
          :to="{ name: 'gate', params: { structure: spec.id, opening: item.id } }"
          >Gate details</router-link
        >
        <Button text size="small" :aria-label="`remove ${item.what}`" @click="away('openings', i)">Remove</Button>
      </div>
    </section>
    <section>
      <h3>Removable panels <Button text size="small" @click="addLiftOut">Add panel</Button></h3>
      <div v-for="(item, i) in spec.lift_outs" :key="item.id" class="row straight">
        <LengthField
          label="First post at"
          :model-value="item.at_m"
          :tape="store.tape"
          :path="`${path}/lift_outs/${i}/at_m`"
          @update:model-value="$event !== null && edit('lift-out', (at) => void (at.lift_outs![i]!.at_m = $event!))"
        />
        <LengthField
          label="Clear width"
          :model-value="item.clear_m"
          :tape="store.tape"
          :path="`${path}/lift_outs/${i}/clear_m`"
          @update:model-value="$event !== null && edit('lift-out', (at) => void (at.lift_outs![i]!.clear_m = $event!))"
        />
        <Button text size="small" :aria-label="`remove the bay that lifts out, ${i + 1}`" @click="away('lift_outs', i)">
          Remove
        </Button>
      </div>
    </section>
    <section>
      <h3>Obstructions and utilities <Button text size="small" @click="addBand">Add obstruction</Button></h3>
      <p v-if="!spec.zones.length" class="small quiet">
        None known. Every located service, rock, root, door and slab goes here.
      </p>
      <div
        v-for="(item, i) in spec.zones"
        :key="item.id"
        class="row zone"
        :class="{ on: touched === `${structure}/zone/${item.id}` }"
        :data-thing="`${structure}/zone/${item.id}`"
      >
        <label class="small"
          >Kind<SelectBox
            :model-value="item.kind"
            @update:model-value="edit('kind', (at) => void (at.zones[i]!.kind = $event as 'no dig'))"
          >
            <option v-for="[value, says] in KINDS" :key="value" :value="value">{{ sentence(says) }}</option>
          </SelectBox></label
        >
        <label class="small"
          >Name<KeptInput
            :value="item.what"
            maxlength="60"
            @change="
              edit('band', (at) =>
                Object.assign(at.zones[i]!, {
                  what: ($event.target as HTMLInputElement).value,
                  letter: ($event.target as HTMLInputElement).value.slice(0, 1).toUpperCase(),
                }),
              )
            "
        /></label>
        <LengthField
          label="Middle at"
          :model-value="item.at_m"
          :tape="store.tape"
          :path="`${path}/zones/${i}/at_m`"
          @update:model-value="$event !== null && edit('band', (at) => void (at.zones[i]!.at_m = $event!))"
        />
        <LengthField
          label="Clearance each side"
          bare="in"
          :model-value="item.half_width_m"
          :tape="store.tape"
          :path="`${path}/zones/${i}/half_width_m`"
          @update:model-value="$event !== null && edit('band', (at) => void (at.zones[i]!.half_width_m = $event!))"
        />
        <LengthField
          label="Hand-dig zone"
          bare="in"
          optional="no band"
          :model-value="item.hand_dig_m || null"
          :tape="store.tape"
          :path="`${path}/zones/${i}/hand_dig_m`"
          @update:model-value="edit('band', (at) => void (at.zones[i]!.hand_dig_m = $event ?? 0))"
        />
        <LengthField
          label="Off the line"
          bare="in"
          optional="crosses it"
          :model-value="item.off_m || null"
          :tape="store.tape"
          :path="`${path}/zones/${i}/off_m`"
          @update:model-value="edit('band', (at) => void (at.zones[i]!.off_m = $event ?? 0))"
        />
        <label class="small"
          >Crosses at, °<KeptInput
            :value="degrees(item.crossing_rad)"
            inputmode="decimal"
            @change="crossing(i, ($event.target as HTMLInputElement).value)"
        /></label>
        <label class="small"
          >Post in it<SelectBox
            :model-value="item.foot ?? ''"
            @update:model-value="edit('foot there', (at) => void (at.zones[i]!.foot = ($event || null) as null))"
          >
            <option value="">No post</option>
            <option v-for="foot in FEET_HERE" :key="foot" :value="foot">{{ sentence(foot) }}</option>
          </SelectBox></label
        >
        <label class="small"
          >Depth<KeptInput
            :value="item.depth"
            maxlength="60"
            @change="
              edit(
                'band',
                (at) => void (at.zones[i]!.depth = ($event.target as HTMLInputElement).value || 'depth unknown'),
              )
            "
        /></label>
        <Button text size="small" :aria-label="`remove ${item.what}`" @click="away('zones', i)">Remove</Button>
      </div>
    </section>
    <section>
      <h3>Locked posts <Button text size="small" @click="addLock">Add post</Button></h3>
      <div v-for="(item, i) in spec.locks" :key="item.id" class="row straight">
        <LengthField
          :label="`Stays at`"
          :model-value="item.at_m"
          :tape="store.tape"
          :path="`${path}/locks/${i}/at_m`"
          @update:model-value="$event !== null && edit('lock', (at) => void (at.locks[i]!.at_m = $event!))"
        />
        <label class="small"
          >Why<KeptInput
            :value="item.why"
            maxlength="120"
            @change="edit('lock', (at) => void (at.locks[i]!.why = ($event.target as HTMLInputElement).value))"
        /></label>
        <Button text size="small" :aria-label="`remove the post that stays, ${i + 1}`" @click="away('locks', i)">
          Remove
        </Button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 1fr;
  gap: 8px;
  padding-top: 6px;
}
.row {
  display: grid;
  gap: 8px;
  align-items: end;
  padding: 3px 0;
}
.row.on {
  box-shadow: -4px 0 0 var(--chalk);
}
.straight {
  grid-template-columns: 120px 110px 108px 136px auto;
  justify-content: start;
}
.gate {
  display: flex;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--line);
  padding-bottom: 6px;
}
.gate > * {
  width: 100px;
}
.gate > :first-child {
  width: 130px;
}
.gate > .tick {
  width: auto;
}
.gate > .link,
.gate > a {
  width: auto;
  padding-bottom: 6px;
}
.zone {
  grid-template-columns: repeat(auto-fill, minmax(136px, 1fr));
  border-bottom: 1px solid var(--line);
  padding-bottom: 8px;
}
.joins {
  grid-template-columns: 150px 150px auto;
  justify-content: start;
}
.row .tick {
  display: flex;
  gap: 6px;
  align-items: center;
  padding-bottom: 6px;
}
.row .tick input {
  width: auto;
  height: auto;
}
label.small {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  color: var(--ink-2);
  gap: 2px;
}
input,
select {
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 4px 7px;
  font-weight: 600;
  color: var(--ink);
  width: 100%;
  min-width: 0;
  height: 30px;
  font-size: 14px;
}
.link {
  padding-bottom: 6px;
  text-align: left;
}
</style>
