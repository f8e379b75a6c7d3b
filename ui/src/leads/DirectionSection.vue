<script setup lang="ts">
/** Which way it turns, what turns it round, what does not, and the bump that shows it. */
import { computed } from 'vue'
import ChoiceField from '../parts/ChoiceField.vue'
import EntryField from '../parts/EntryField.vue'
import FindingLine from '../parts/FindingLine.vue'
import { useJob } from '../job/open'

const job = useJob()
const plan = computed(() => job.plan.value!)
const way = computed(() => plan.value.leads.direction)
const bumped = computed(() => job.text('leads.bumped'))
const findings = computed(() => plan.value.findings.filter((f) => ['leads.bumped', 'leads.bump-wrong'].includes(f.id)))
const turns = [
  { value: 'either', label: 'Either' },
  { value: 'clockwise', label: 'Clockwise' },
  { value: 'anticlockwise', label: 'Anticlockwise' },
]
</script>

<template>
  <section class="turning">
    <p class="turning-now">
      <strong>{{ way.turns }}</strong>, {{ way.from }}.
    </p>
    <div class="turning-both">
      <div>
        <h3>What the machine wants</h3>
        <ChoiceField path="load.turn" label="Facing the shaft end" :choices="turns" fallback="either" />
        <EntryField
          path="load.shown_by"
          label="Or where the machine shows it"
          placeholder="arrow on the casing; slip comes out left"
          wide
        />
        <EntryField
          path="load.forbids"
          label="What forbids the other way"
          placeholder="a screw, a one-way fan, a nut that unscrews"
          wide
        />
        <p v-if="way.forbids" class="caution">
          The wrong way is forbidden here: {{ way.forbids }}. First spin uncoupled, or a bump of well under a second,
          hands away from what draws in.
        </p>
        <h3>To turn it round</h3>
        <p>{{ way.swap }}</p>
        <h3>Where a swap does nothing</h3>
        <ul>
          <li v-for="n in way.nothing" :key="n">{{ n }}</li>
        </ul>
        <p class="soft">
          Reversing under way is plugging: high current, a blow to the shaft, screwed-on parts come loose. Let it stand
          first.
        </p>
      </div>
      <div data-entry="leads.bumped">
        <h3>The bump test</h3>
        <ol>
          <li v-for="b in way.bump" :key="b">{{ b }}</li>
        </ol>
        <p>{{ plan.link.bridge !== 'capacitor' ? 'It turned:' : `With the capacitor on ${way.corner} it turned:` }}</p>
        <div class="choice-row">
          <button
            type="button"
            class="choice-one"
            :class="{ chosen: bumped === `right-${way.corner}` }"
            :aria-pressed="bumped === `right-${way.corner}`"
            @click="job.commit('leads.bumped', `right-${way.corner}`)"
          >
            <strong>The right way</strong>
          </button>
          <button
            type="button"
            class="choice-one"
            :class="{ chosen: bumped === `wrong-${way.corner}` }"
            :aria-pressed="bumped === `wrong-${way.corner}`"
            @click="job.commit('leads.bumped', `wrong-${way.corner}`)"
          >
            <strong>The wrong way</strong>
          </button>
          <button v-if="bumped" type="button" class="choice-one" @click="job.commit('leads.bumped', '')">
            <strong>Not bumped yet</strong>
          </button>
        </div>
        <FindingLine v-for="f in findings" :key="f.id" :finding="f" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.turning-now {
  font-size: 1.1rem;
  margin-bottom: 8px;
}
.turning-both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
}
.turning :deep(ol),
.turning :deep(ul) {
  padding-left: 20px;
  margin: 4px 0;
}
@media (max-width: 760px) {
  .turning-both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
