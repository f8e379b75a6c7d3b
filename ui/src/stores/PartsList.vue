<script setup lang="ts">
/** Everything the bridge is built of: what it must be, what lies in the stores, what is still to be bought. */
import { computed, ref } from 'vue'
import { api, type Buy, type StockTaking } from '../api/client'
import { useJob } from '../job/open'
import EntryField from '../parts/EntryField.vue'
import { useTried } from '../parts/tried'

const job = useJob()
const plan = computed(() => job.plan.value!)
const parts = computed(() => plan.value.parts)
const busy = ref('')
const { trouble, tried } = useTried()
const metres = ref<Record<string, string>>({}) // of cable, to be reserved
const asked = (stock: string) => Math.round(Number(metres.value[stock] ?? ''))
const file = (kind: string) => `/api/jobs/${job.id}/parts.${kind}${query.value}`
const query = computed(() => (plan.value.machine ? `?machine=${plan.value.machine}` : ''))
const priced = computed(() => plan.value.buys.some((b) => b.price))
const stocked = computed(() => (job.document.value?.workshop.stores?.length ?? 0) > 0)

function said(h: NonNullable<Buy['have']>[number]) {
  const many = (n: number) => (h.metres ? `${n}\u00a0m` : `${n}`)
  return h.fitted ? `${many(h.taken ?? 0)} fitted` : h.taken ? `${many(h.taken)} reserved` : `${many(h.free)} free`
}

/** Reserves, fits or gives back; the plan that follows is shown at once. */
async function take(b: Buy, stock: string, act: StockTaking['do']) {
  busy.value = `${b.id} ${stock}`
  const count = asked(stock) || Math.max(1, b.count)
  await tried(async () =>
    job.renew(await api.takeStock(job.id, { stock, machine: plan.value.machine, part: b.id, count, do: act })),
  )
  busy.value = ''
}
</script>

<template>
  <section class="buys">
    <h3>What it is built of</h3>
    <template v-if="plan.buys.length">
      <p class="soft">
        {{ parts.there }} there,
        <template v-if="parts.total">{{ parts.total }} to buy</template>
        <template v-if="parts.unpriced"
          ><template v-if="parts.total">, and </template>{{ parts.unpriced }} without a price</template
        >
        <template v-if="parts.hours">; {{ parts.hours }} of work</template>.
        <template v-if="!stocked"> What lies in your drawers is entered once, in the workshop’s stores.</template>
      </p>
      <table class="list parts-table">
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">What it must be</th>
            <th scope="col">In stores</th>
            <th v-if="priced" scope="col">Costs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in plan.buys" :key="b.id" :data-part="b.id">
            <th scope="row">
              <template v-if="b.count > 1">{{ b.count }} × </template>{{ b.what }}
              <span v-if="b.own" class="soft"><br />there</span>
              <span v-else-if="b.planning" class="soft"><br />guide value</span>
            </th>
            <td class="words">
              {{ b.spec }}<span v-if="b.note" class="soft"><br />{{ b.note }}</span>
            </td>
            <td>
              <div v-for="h in b.have ?? []" :key="h.stock" class="have">
                <span
                  >{{ h.what
                  }}<span class="soft"
                    ><template v-if="h.place">, {{ h.place }}</template
                    >; {{ said(h) }}</span
                  ></span
                >
                <span class="have-acts">
                  <label v-if="h.metres && !h.taken" class="soft">
                    <input v-model="metres[h.stock]" inputmode="numeric" size="3" required /> m
                  </label>
                  <button
                    v-if="!h.taken"
                    type="button"
                    class="why"
                    :disabled="!!busy || (h.metres && !(asked(h.stock) > 0))"
                    @click="take(b, h.stock, 'reserve')"
                  >
                    Reserve
                  </button>
                  <template v-else-if="!h.fitted">
                    <button type="button" class="why" :disabled="!!busy" @click="take(b, h.stock, 'fit')">
                      Fitted
                    </button>
                    <button type="button" class="why" :disabled="!!busy" @click="take(b, h.stock, 'release')">
                      Give back
                    </button>
                  </template>
                  <button v-else type="button" class="why" :disabled="!!busy" @click="take(b, h.stock, 'unfit')">
                    Taken out again
                  </button>
                </span>
              </div>
              <span v-if="!b.have?.length" class="soft">–</span>
            </td>
            <td v-if="priced" class="price">
              {{ b.price ?? '' }}<span v-if="b.shop" class="soft"><br />{{ b.shop }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="trouble" class="entry-problem" role="alert">{{ trouble }}</p>
      <p class="caution">
        Everything is mounted and wired dead: supply locked off, proved dead, every can discharged through a resistor,
        then shorted. Isolator, breaker and fixed wiring are for a licensed person in most places; local rules come
        first.
      </p>
      <div class="entries">
        <EntryField path="parts.hours" label="Hours of work" placeholder="6 h" />
        <EntryField
          path="parts.prices"
          label="Prices, one a line: part: price, shop"
          :rows="3"
          wide
          placeholder="contactor: 38.50 €, corner shop"
        />
      </div>
      <details class="tools">
        <summary>Tools and meters</summary>
        <ul>
          <li v-for="t in parts.tools" :key="t">{{ t }}</li>
        </ul>
      </details>
      <p class="files">
        <a :href="file('csv')" download>This list as CSV</a>
        <a :href="file('xlsx')" download>as XLSX</a>
      </p>
    </template>
    <p v-else class="soft">Listed once the bridge is sized and nothing stops it.</p>
  </section>
</template>

<style scoped>
.buys {
  margin-top: 18px;
}
.parts-table :deep(:is(th, td)) {
  white-space: normal;
}
.parts-table :deep(:is(th, td):first-child) {
  width: 22%;
}
.parts-table :deep(:is(th, td):nth-child(2)) {
  width: 42%;
}
.parts-table :deep(td.price) {
  white-space: nowrap;
}
.parts-table {
  margin-bottom: 12px;
}
.have {
  margin-bottom: 4px;
}
.have-acts {
  display: flex;
  gap: 12px;
}
.tools :deep(summary) {
  min-height: 32px;
  cursor: pointer;
}
.files {
  display: flex;
  gap: 20px;
}
</style>
