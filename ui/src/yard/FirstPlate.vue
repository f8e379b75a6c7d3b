<script setup lang="ts">
/**
 * What does the plate say? The first question that anybody is asked: the plate in one field, or its photograph, and the
 * machine begins. Who has no workshop gets one with volts, hertz and rules in one line.
 */
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, newChangeID, type FirstPlate, type Workshop, type YardWorkshop } from '../api/client'
import { ground, mayBegin, ownShops } from '../desk/ground'
import { smaller } from '../parts/picture'
import { plateWords } from '../parts/plates'
import { useTried } from '../parts/tried'

const props = defineProps<{ workshops: YardWorkshop[] }>()
const emit = defineEmits<{ made: [] }>()
const router = useRouter()
const { trouble, tried } = useTried()

/** The workshops where a new machine may stand: never one of the examples. */
const own = computed(() => ownShops(props.workshops))
const may = computed(() => mayBegin(props.workshops))
const text = ref('')
const first = shallowRef<FirstPlate>()
const name = ref('')
const where = ref('')
const shop = reactive<Workshop>({ name: '', rules: 'metric', volts: 230, hertz: 50, colours: 'europe' })
const picture = shallowRef<File>()
const busy = ref(false)
const read = computed(() =>
  Object.entries(first.value?.read.entry ?? {})
    .filter(([, v]) => v)
    .map(([k, v]) => `${plateWords[k] ?? k} ${v}`)
    .join(' · '),
)

watch(
  own,
  (all) => {
    if (!all.some((w) => w.id === where.value)) where.value = all[0]?.id ?? ''
  },
  { immediate: true },
)

async function goOn() {
  await tried(async () => {
    const got = await api.firstPlate(text.value.trim(), navigator.language)
    first.value = got
    name.value ||= got.name
    Object.assign(shop, got.workshop)
  })
}

function rules(to: Workshop['rules']) {
  const american = to === 'north-america'
  Object.assign(shop, {
    rules: to,
    volts: american ? 240 : 230,
    hertz: american ? 60 : 50,
    colours: american ? 'north-america-240' : 'europe',
  })
}

let change = newChangeID()
async function start() {
  if (busy.value) return
  busy.value = true
  await tried(async () => {
    where.value = await ground(where.value, shop)
    const j = await api.createJob(where.value, name.value.trim() || first.value!.name, change, text.value.trim())
    if (picture.value) {
      const photo = await api.addPhoto(j.id, await smaller(picture.value))
      const m = j.document.machines[0]!
      await api.saveJob(j.id, j.revision, newChangeID(), {
        ...j.document,
        machines: [{ ...m, plate: { ...m.plate, photo } }, ...j.document.machines.slice(1)],
      })
    }
    change = newChangeID()
    emit('made')
    await router.push({ name: 'span', params: { id: j.id, bay: 'motor' }, query: { lead: 'yes' } })
  })
  busy.value = false
}

function photographed(e: Event) {
  const field = e.target as HTMLInputElement
  picture.value = field.files?.[0]
  field.value = ''
  if (!first.value) void goOn()
}
</script>

<template>
  <section v-if="may" class="first" aria-label="A new machine">
    <form v-if="!first" @submit.prevent="goOn">
      <h2><label for="first-plate">What does the plate say?</label></h2>
      <div class="first-row">
        <textarea
          id="first-plate"
          v-model="text"
          rows="1"
          maxlength="2000"
          spellcheck="false"
          autocomplete="off"
          placeholder="1.1 kW 230/400 V 4.7/2.7 A 1410 rpm 50 Hz"
          @keydown.enter.exact.prevent="goOn"
        />
        <button type="submit" :class="text.trim() ? 'strong' : 'plain'">
          {{ text.trim() ? 'Go on' : 'I cannot read it: go on' }}
        </button>
        <label class="plain first-photo">
          Photograph it
          <input type="file" accept="image/*" capture="environment" @change="photographed" />
        </label>
        <RouterLink class="plain" to="/wrong">Something is wrong</RouterLink>
      </div>
      <p class="soft">
        Type it as it stands there, in any order. From the plate to how it runs on one phase: joints, parts, settings.
      </p>
    </form>
    <form v-else @submit.prevent="start">
      <h2>{{ first.read.words ? `Read as ${first.read.words}` : 'A new machine' }}</h2>
      <p v-if="read">{{ read }}</p>
      <p v-else class="soft">Nothing read yet. The plate’s bay asks for one thing after the other.</p>
      <p v-if="first.read.left" class="first-left">Not understood, enter it on the plate: {{ first.read.left }}</p>
      <p v-if="picture" class="soft">The photograph {{ picture.name }} goes with the plate.</p>
      <div class="first-row">
        <label class="first-name">
          What do you call it?
          <input id="first-name" v-model="name" type="text" maxlength="80" autocomplete="off" />
        </label>
        <label v-if="own.length > 1" class="first-name">
          Where does it stand?
          <select v-model="where">
            <option v-for="w in own" :key="w.id" :value="w.id">{{ w.settings.name }}</option>
          </select>
        </label>
        <button type="submit" class="strong" :disabled="busy">Start</button>
        <button type="button" class="plain" @click="first = undefined">Back</button>
      </div>
      <p v-if="!own.length" class="first-shop">
        It stands in <strong>{{ shop.name }}</strong> with
        <label><input v-model.number="shop.volts" inputmode="decimal" aria-label="Volts of the wall" /> V</label>,
        <label><input v-model.number="shop.hertz" inputmode="decimal" aria-label="Hertz of the wall" /> Hz</label> and
        <label
          ><select
            :value="shop.rules"
            aria-label="Rules"
            @change="rules(($event.target as HTMLSelectElement).value as Workshop['rules'])"
          >
            <option value="metric">metric rules</option>
            <option value="north-america">North American rules</option>
          </select></label
        >. Change it here, or later under Settings.
      </p>
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </section>
</template>

<style scoped>
.first {
  margin: 4px 0 20px;
  padding: 16px 20px 14px;
  border-left: 4px solid var(--river);
  background: var(--sheet);
}
.first :deep(h2) {
  margin: 0 0 8px;
  font-size: 1.25rem;
}
.first :deep(p) {
  margin: 8px 0 0;
}
.first-row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: flex-end;
}
.first :deep(textarea),
.first :deep(input:not([type='file'])),
.first :deep(select) {
  min-height: 44px;
  padding: 8px 12px;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: var(--paper);
  font: inherit;
  color: inherit;
}
.first :deep(textarea) {
  flex: 1 1 24rem;
  min-width: 0;
  resize: vertical;
}
.first-row > * {
  min-height: 44px;
}
.first-row > .plain {
  display: inline-flex;
  align-items: center;
}
.first-photo input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.first-photo:focus-within {
  outline: 3px solid var(--river);
  outline-offset: 2px;
}
.first-name {
  display: grid;
  gap: 2px;
  flex: 0 1 18rem;
}
.first-shop input {
  width: 4.5rem;
}
.first-left {
  color: var(--brick);
}
@media (max-width: 760px) {
  .first :deep(textarea) {
    min-height: 68px;
  }
  .first {
    padding: 12px;
  }
  .first-row > * {
    flex: 1 1 100%;
    justify-content: center;
  }
}
</style>
