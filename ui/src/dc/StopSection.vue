<script setup lang="ts">
/** Starting, stopping, turning round and losing the field: amps, seconds, and the resistor's heat. */
import { computed, ref, watch } from 'vue'
import { api, type Scene } from '../api/client'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import FindingLine from '../parts/FindingLine.vue'
import LineChart from '../parts/LineChart.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'

const job = useJob()
const stop = computed(() => job.plan.value!.dc!.stop)
const scene = ref<Scene>('start')
const scenes: { id: Scene; title: string }[] = [
  { id: 'start', title: 'Start' },
  { id: 'step', title: 'The load comes on' },
  { id: 'brake', title: 'Stop on the resistor' },
]
const films = { start: film('start'), step: film('step'), brake: film('brake') }
function film(of: Scene) {
  return useAsked((d) => api.dcFilm(d, of))
}
const shown = computed(() => films[scene.value].value.value)
const trouble = computed(() => films[scene.value].trouble.value)
watch(
  () => job.asked.value,
  (path) => {
    if (path?.startsWith('dc.brake')) scene.value = 'brake'
  },
  { immediate: true },
)
const said = computed(() =>
  job.said('dc.brake', 'dc.reverse', 'dc.field-lost', 'dc.restart', 'dc.stop', 'dc.ramp', 'dc.limit'),
)
const yes = (no: string, label: string, value = 'yes', note?: string) => [
  { value: '', label: no },
  { value, label, note },
]
</script>

<template>
  <p class="caution">
    The armature is never parted or joined while it is fed; the braking resistor closes last, after the controller has
    stopped feeding. What can fall or run back wants a brake of its own: the resistor does not hold.
  </p>
  <div class="both">
    <section>
      <h3>Start</h3>
      <FigureList :figures="stop.start" />
      <ChoiceField
        path="dc.start_by"
        label="Switched on by"
        :choices="yes('A plain switch', 'Start and stop buttons', 'buttons', 'no-volt release')"
        fallback=""
      />
      <ChoiceField path="dc.emergency_stop" label="Emergency stop" :choices="yes('None', 'There is one')" fallback="" />
    </section>
    <section>
      <h3>Stop</h3>
      <FigureList :figures="stop.stop" />
      <ChoiceField
        path="dc.brake"
        label="A resistor across the armature on stop"
        :choices="yes('None: it coasts', 'There is one')"
        fallback=""
      />
      <div class="rows">
        <EntryField path="dc.brake_ohm" label="Its ohms" placeholder="the plan's" />
        <EntryField path="dc.stops_hour" label="Stops an hour" placeholder="6" />
        <EntryField path="load.inertia" label="Inertia at the motor's shaft" placeholder="kg·m², empty: none" />
      </div>
    </section>
  </div>
  <section class="films">
    <div class="film-choice" role="group" aria-label="What is followed in time">
      <button
        v-for="s in scenes"
        :key="s.id"
        type="button"
        class="plain"
        :class="{ chosen: scene === s.id }"
        :aria-pressed="scene === s.id"
        @click="scene = s.id"
      >
        {{ s.title }}
      </button>
    </div>
    <template v-if="shown?.seconds.length">
      <p>{{ shown.text }}</p>
      <div class="both">
        <LineChart
          half
          title="Speed"
          :x="shown.seconds"
          :lines="[{ id: 'rpm', text: 'motor', y: shown.rpm, tone: 'main' }]"
          x-unit="seconds"
          y-unit="rpm"
        />
        <LineChart
          half
          title="Armature amps, mean of each half period"
          :x="shown.seconds"
          :lines="[{ id: 'amps', text: 'amps', y: shown.amps, tone: 'bad' }]"
          x-unit="seconds"
          y-unit="A"
        />
      </div>
    </template>
    <p v-else class="soft">{{ trouble || 'Following it…' }}</p>
    <p class="soft">
      Followed in time with a usual rotor’s inertia and, if entered, the machine’s: seconds are guide values.
    </p>
  </section>
  <div class="both">
    <section>
      <h3>Turning round</h3>
      <ChoiceField
        path="dc.reverse"
        label="Direction"
        :choices="yes('One direction', 'A centre-off switch', 'switch', 'in the armature leads')"
        fallback=""
      />
      <ul>
        <li v-for="r in stop.reverse" :key="r">{{ r }}</li>
      </ul>
      <FigureList :figures="stop.turn" />
    </section>
    <section>
      <h3>In this order on a stop</h3>
      <ol>
        <li v-for="o in stop.order" :key="o">{{ o }}</li>
      </ol>
      <template v-if="stop.field.length">
        <h3>Its field</h3>
        <FigureList :figures="stop.field" />
      </template>
    </section>
  </div>
  <FindingLine v-for="f in said" :key="f.id" :finding="f" />
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  margin-top: 12px;
}
.rows {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 10px;
}
.films {
  margin: 18px 0;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.film-choice {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.film-choice .chosen {
  border-color: var(--river);
  font-weight: 600;
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
