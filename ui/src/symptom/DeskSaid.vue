<script setup lang="ts">
/** What is said of a machine: danger first, what it does, when, what changed before, and the code on its display. */
import { computed, ref } from 'vue'
import type { Belief, Known, Spoken } from '../api/symptom'
import { useJob } from '../job/open'
import { tilesIn } from './spoken'

type Tile = Spoken['tiles'][number]
const props = defineProps<{ words: Spoken; codes: Belief['codes']; known?: Known }>()
const editing = defineModel<boolean>('editing', { required: true })
const job = useJob()
const own = ref('')
const understood = ref('')

const desk = computed(() => job.machine.value?.desk ?? {})
const kind = computed(() => job.document.value?.bridge.kind ?? '')
/** Nobody has typed its plate: what feeds it is asked here too. */
const unplanned = computed(() => Object.values(job.machine.value?.plate ?? {}).every((v) => !v))
const here = (all: readonly Tile[]) => all.filter((t) => !kind.value || !t.on.length || t.on.includes(kind.value))
const tiles = computed(() => here(props.words.tiles))

type Field = 'danger' | 'said' | 'when' | 'changed'
const of = (field: Field) => desk.value[field] ?? []
const touch = (field: Field, one: string) =>
  job.commit(`desk.${field}`, of(field).includes(one) ? of(field).filter((x) => x !== one) : [...of(field), one])
/** What stands as touched, in words, to be taken off one by one. */
const chips = computed(() =>
  (
    [
      ['danger', props.words.danger],
      ['said', props.words.tiles],
      ['when', props.words.when],
      ['changed', props.words.changed],
    ] as [Field, Tile[]][]
  ).flatMap(([field, all]) =>
    of(field).map((id) => ({ field, id, text: all.find((t) => t.id === id)?.text ?? id, bad: field === 'danger' })),
  ),
)
const feeds = [
  ['capacitor', 'A run capacitor'],
  ['rotary', 'A rotary converter'],
  ['drive', 'A drive (with a display or dial)'],
  ['dc', 'A DC controller (a motor with brushes)'],
] as const
/** One's own words become tiles, which can be taken off again. */
function speak() {
  const found = tilesIn(own.value, tiles.value)
  const dangers = tilesIn(own.value, props.words.danger)
  const code = props.codes.find((c) => own.value.trim().toLowerCase() === c.code.toLowerCase())
  understood.value =
    found.length + dangers.length || code ? '' : 'None of the tiles says that. Touch the one that is nearest.'
  const all: Record<string, unknown> = {}
  if (found.length) all['desk.said'] = [...new Set([...of('said'), ...found])]
  if (dangers.length) all['desk.danger'] = [...new Set([...of('danger'), ...dangers])]
  if (code) all['desk.code'] = code.code
  if (!Object.keys(all).length) return
  job.commitAll(all)
  own.value = ''
}
const shownCode = computed(() => props.codes.find((c) => c.code === desk.value.code))
</script>

<template>
  <div class="said">
    <p v-if="of('danger').length" class="caution said-stop" role="alert">
      Switch it off at the isolator and lock it. Do not feed it again until somebody who may has looked. Tingling or
      water: do not touch it, switch off ahead. From here on only checks on a dead machine are asked.
    </p>
    <div v-if="!editing" class="said-chips">
      <button
        v-for="c in chips"
        :key="c.field + c.id"
        type="button"
        class="chip"
        :class="{ bad: c.bad }"
        :aria-label="`${c.text}: take off`"
        @click="touch(c.field, c.id)"
      >
        {{ c.text }} <span aria-hidden="true">×</span>
      </button>
      <span v-if="desk.code" class="chip">Display: {{ desk.code }}</span>
      <button type="button" class="why" @click="editing = true">Say more</button>
    </div>
    <template v-else>
      <section aria-labelledby="symptom-danger">
        <h2 id="symptom-danger">First: is there danger in it?</h2>
        <div class="tiles">
          <button
            v-for="t in words.danger"
            :key="t.id"
            type="button"
            class="tile tile-danger"
            :aria-pressed="of('danger').includes(t.id)"
            @click="touch('danger', t.id)"
          >
            {{ t.text }}
          </button>
        </div>
      </section>
      <section v-if="unplanned" aria-labelledby="symptom-fed">
        <h2 id="symptom-fed">What stands between the supply and the motor?</h2>
        <div class="tiles">
          <button
            v-for="[id, text] in feeds"
            :key="id"
            type="button"
            class="tile"
            :aria-pressed="kind === id"
            @click="job.commit('bridge.kind', id)"
          >
            {{ text }}
          </button>
        </div>
        <p class="soft">Not known: leave it. It is then taken for the commonest, a run capacitor.</p>
      </section>
      <section aria-labelledby="symptom-does">
        <h2 id="symptom-does">What does it do?</h2>
        <form class="symptom-own typed-in large" @submit.prevent="speak">
          <label for="symptom-words">In your own words</label>
          <input id="symptom-words" v-model="own" maxlength="200" placeholder="it buzzes and needs a push" />
          <button type="submit" class="plain" :disabled="!own.trim()">Understand it</button>
          <span v-if="understood" class="soft" role="status">{{ understood }}</span>
        </form>
        <div class="tiles">
          <button
            v-for="t in tiles"
            :key="t.id"
            type="button"
            class="tile"
            :aria-pressed="of('said').includes(t.id)"
            @click="touch('said', t.id)"
          >
            {{ t.text }}
          </button>
        </div>
      </section>
      <section v-if="codes.length && of('said').length" class="said-code typed-in large">
        <label for="symptom-code">What does its display show?</label>
        <select
          id="symptom-code"
          :value="desk.code ?? ''"
          @change="job.commit('desk.code', ($event.target as HTMLSelectElement).value)"
        >
          <option value="">Nothing, or nobody looked</option>
          <option v-for="c in codes" :key="c.code" :value="c.code">{{ c.code }}: {{ c.says }}</option>
        </select>
        <p v-if="shownCode" class="soft">{{ shownCode.look }}</p>
      </section>
      <section v-if="of('said').length" class="said-more">
        <div>
          <h3>When?</h3>
          <div class="tiles">
            <button
              v-for="t in words.when"
              :key="t.id"
              type="button"
              class="tile small"
              :aria-pressed="of('when').includes(t.id)"
              @click="touch('when', t.id)"
            >
              {{ t.text }}
            </button>
          </div>
        </div>
        <div>
          <h3>What changed since it last ran well?</h3>
          <ul v-if="known?.changed.length" class="said-since" aria-label="Its log since then">
            <li v-for="c in known.changed" :key="c.day + c.text">
              {{ c.day }} {{ c.text }}
              <button
                v-if="c.changed && !of('changed').includes(c.changed)"
                type="button"
                class="why"
                @click="touch('changed', c.changed)"
              >
                That may be it
              </button>
            </li>
          </ul>
          <div class="tiles">
            <button
              v-for="t in words.changed"
              :key="t.id"
              type="button"
              class="tile small"
              :aria-pressed="of('changed').includes(t.id)"
              @click="touch('changed', t.id)"
            >
              {{ t.text }}
            </button>
          </div>
        </div>
      </section>
      <p v-if="of('said').length" class="said-on">
        <button type="button" class="strong" @click="editing = false">That is all: find it</button>
      </p>
      <p v-else class="soft">Touch what it does: the checks follow, the least dangerous first.</p>
    </template>
  </div>
</template>

<style scoped>
.said h2 {
  margin: 14px 0 8px;
}
.said h3 {
  margin: 10px 0 6px;
}
.tiles,
.said-chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.tile {
  min-height: 44px;
  padding: 6px 14px;
  border: 1px solid var(--rule);
  background: var(--sheet);
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.tile[aria-pressed='true'] {
  border-color: var(--river);
  background: var(--river-pale);
  font-weight: 600;
}
.tile-danger[aria-pressed='true'] {
  border-color: var(--brick);
  background: var(--brick-pale);
}
.chip {
  min-height: 44px;
  padding: 4px 12px;
  border: 1px solid var(--river);
  background: var(--river-pale);
  font: inherit;
}
.chip.bad {
  border-color: var(--brick);
  background: var(--brick-pale);
}
.said-chips {
  margin-top: 12px;
}
.said-stop {
  margin-top: 10px;
}
.symptom-own {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-bottom: 10px;
}
.symptom-own :deep(input),
.said-code select {
  flex: 1 1 16rem;
  max-width: 26rem;
}
.said-code {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 14px;
}
.said-code p {
  flex-basis: 100%;
  margin: 0;
}
.said-more {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px 32px;
}
.said-since {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
}
.said-on {
  position: sticky;
  bottom: 0;
  margin: 14px 0 0;
  padding: 8px 0;
  background: var(--paper);
}
.said-on button {
  min-height: 48px;
}
@media (max-width: 760px) {
  .tile {
    flex: 1 1 100%;
  }
  .tile.small {
    flex: 1 1 44%;
  }
  .said-more {
    grid-template-columns: minmax(0, 1fr);
  }
  .said-on button {
    width: 100%;
    justify-content: center;
  }
}
</style>
