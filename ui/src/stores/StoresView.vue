<script setup lang="ts">
/** A workshop's drawers: what lies there, how many are free, and which machine has taken what. */
import { computed, onMounted, onUnmounted, reactive, ref, shallowRef } from 'vue'
import { api, newChangeID, type StockEntry, type StoreLine } from '../api/client'
import { setHead } from '../desk/head'
import { listen } from '../desk/live'
import { useTried } from '../parts/tried'

const props = defineProps<{ id: string }>()
const lines = shallowRef<StoreLine[]>()
const name = ref('')
const { trouble, tried } = useTried()
const { trouble: unseen, tried: seen } = useTried() // what an act was refused for stays beside it
const editing = ref('')
const kinds: { value: StockEntry['kind']; title: string; example: string }[] = [
  { value: 'capacitor', title: 'Capacitors', example: '40 µF 450 V film' },
  { value: 'drive', title: 'Drives and controllers', example: 'Tarn 22' },
  { value: 'contactor', title: 'Contactors', example: 'contactor 9 A AC-3, coil 230 V' },
  { value: 'breaker', title: 'Breakers', example: '10 A two-pole, curve C' },
  { value: 'fuse', title: 'Fuses', example: '20 A fast' },
  { value: 'relay', title: 'Overload relays', example: '4 to 6 A' },
  { value: 'cable', title: 'Cable and wire, in metres', example: '1.5 mm² three-core, flexible' },
  { value: 'cap', title: 'Caps', example: 'middle: 2 × 14 AWG to 4 × 12 AWG' },
  { value: 'gland', title: 'Glands', example: 'M20, 6 to 12 mm' },
  { value: 'motor', title: 'Motors', example: '1.1 kW 1410 rpm, frame 90S' },
  { value: 'other', title: 'Other', example: 'start button, red stop' },
]
const blank = () => ({ kind: 'capacitor' as StockEntry['kind'], what: '', count: '1', price: '', shop: '', place: '' })
const entry = reactive(blank())
let change = newChangeID()
const example = computed(() => kinds.find((k) => k.value === entry.kind)!.example)
const groups = computed(() =>
  kinds
    .map((k) => ({ ...k, lines: (lines.value ?? []).filter((l) => l.kind === k.value) }))
    .filter((g) => g.lines.length),
)

const load = () =>
  seen(async () => {
    const got = await api.stores(props.id)
    lines.value = got.lines
    name.value = got.workshop
    setHead(got.workshop, 'Stores')
  })

async function done(work: () => Promise<unknown>) {
  const did = await tried(work)
  if (did) await load()
  return did
}

const body = (): StockEntry => ({ ...entry, what: entry.what.trim(), count: Number(entry.count) })

async function add() {
  const stored = await done(() =>
    editing.value ? api.changeStock(editing.value, body()) : api.addStock(props.id, change, body()),
  )
  if (!stored) return
  const kind = entry.kind
  Object.assign(entry, blank(), { kind })
  editing.value = ''
  change = newChangeID()
}

function edit(l: StoreLine) {
  editing.value = l.id
  Object.assign(entry, {
    kind: l.kind,
    what: l.what,
    count: String(l.count),
    price: l.price ?? '',
    shop: l.shop ?? '',
    place: l.place ?? '',
  })
  document.querySelector<HTMLInputElement>('.stock-form input')?.focus()
}

const held = (l: StoreLine) => l.held.filter((h) => !h.fitted)
const fitted = (l: StoreLine) => l.held.filter((h) => h.fitted)
const stop = listen((n) => !n.log && !n.remark && void load())
onMounted(load)
onUnmounted(stop)
</script>

<template>
  <div class="page stores">
    <h1>Stores</h1>
    <p class="soft">
      What lies in the drawers of {{ name || 'the workshop' }}. Plans draw on it, machines reserve of it, and what is
      fitted is counted down. What must be known stands in the words: µF and volts of a capacitor, amps, sizes.
    </p>
    <form class="stock-form typed-in" @submit.prevent="add">
      <label>
        What it is
        <select v-model="entry.kind">
          <option v-for="k in kinds" :key="k.value" :value="k.value">{{ k.title }}</option>
        </select>
      </label>
      <label class="stock-what">
        As it is printed <input v-model="entry.what" required maxlength="120" :placeholder="example" />
      </label>
      <label>
        How many <input v-model="entry.count" required inputmode="numeric" pattern="\d{1,6}" title="a whole number" />
      </label>
      <label>Price <input v-model="entry.price" maxlength="40" placeholder="12.50 €" /></label>
      <label>Shop <input v-model="entry.shop" maxlength="80" /></label>
      <label>Place <input v-model="entry.place" maxlength="80" placeholder="drawer 3" /></label>
      <span class="stock-acts">
        <button type="submit" class="strong">{{ editing ? 'Store the change' : 'Put it in' }}</button>
        <button v-if="editing" type="button" class="plain" @click="((editing = ''), Object.assign(entry, blank()))">
          Leave it
        </button>
      </span>
    </form>
    <p v-for="t in [trouble, unseen].filter(Boolean)" :key="t" class="entry-problem" role="alert">{{ t }}</p>
    <p v-if="lines && !lines.length" class="stores-none">
      Nothing here yet. Begin with the run capacitors: their µF and volts stand on the can.
    </p>
    <table v-if="lines?.length" class="list stock">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">There</th>
          <th scope="col">Free</th>
          <th scope="col">Taken by</th>
          <th scope="col">Price, shop</th>
          <th scope="col">Place</th>
          <th scope="col"><span class="for-readers">Change</span></th>
        </tr>
      </thead>
      <tbody v-for="g in groups" :key="g.value">
        <tr class="stock-kind">
          <th colspan="7" scope="colgroup">{{ g.title }}</th>
        </tr>
        <tr v-for="l in g.lines" :key="l.id" :data-stock="l.what">
          <th scope="row">{{ l.what }}</th>
          <td data-is="there">{{ l.count }}</td>
          <td data-is="free">{{ l.free }}</td>
          <td>
            <div v-for="h in held(l)" :key="`${h.job_id} ${h.part}`">
              <RouterLink :to="`/jobs/${h.job_id}/bridge`">{{ h.job }}</RouterLink> {{ h.count }} reserved
            </div>
            <div v-for="h in fitted(l)" :key="`${h.job_id} ${h.part} in`" class="soft">
              <RouterLink :to="`/jobs/${h.job_id}/bridge`">{{ h.job }}</RouterLink> {{ h.count }} fitted
            </div>
          </td>
          <td>{{ [l.price, l.shop].filter(Boolean).join(', ') }}</td>
          <td>{{ l.place }}</td>
          <td class="stock-row-acts">
            <button type="button" class="why" :aria-label="`Change ${l.what}`" @click="edit(l)">Change</button>
            <button
              type="button"
              class="why"
              :aria-label="`Take ${l.what} out`"
              @click="done(() => api.dropStock(l.id))"
            >
              Take out
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.stores {
  max-width: 1180px;
  margin: 0 auto;
  padding: 16px 18px 40px;
}
.stock-form {
  display: grid;
  grid-template-columns: 1.2fr 2.4fr 0.6fr 0.8fr 1fr 1fr auto;
  gap: 8px 12px;
  align-items: end;
  margin: 12px 0;
}
.stock-form label {
  font-size: 0.87rem;
  color: var(--soft);
}
.stock-form :is(input, select) {
  display: block;
  width: 100%;
}
.stock-acts {
  display: flex;
  gap: 8px;
}
.stock {
  width: 100%;
}
.stock :deep(td:nth-child(4)) {
  white-space: normal;
}
.stock .stock-kind th {
  padding-top: 14px;
  font-size: 1.05rem;
}
.stock-row-acts {
  white-space: nowrap;
}
.stock-row-acts > * + * {
  margin-left: 12px;
}
@media (max-width: 760px) {
  .stock-form {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .stock-what,
  .stock-acts {
    grid-column: 1 / -1;
  }
  .stock-form :is(input, select, button) {
    min-height: 44px;
  }
  .stock thead {
    display: none;
  }
  .stock tr {
    display: grid;
    grid-template-columns: auto auto 1fr;
    gap: 0 14px;
    padding: 8px 0;
    border-bottom: 1px solid var(--stone-deep);
  }
  .stock :is(th, td) {
    border: 0;
    padding: 1px 0;
  }
  .stock :is(th, td:nth-child(4), td:nth-child(5)) {
    grid-column: 1 / -1;
  }
  .stock td[data-is]::before {
    content: attr(data-is) ' ';
    color: var(--soft);
  }
  .stock td:empty {
    display: none;
  }
  .stock-row-acts :deep(button) {
    min-height: 44px;
  }
}
</style>
