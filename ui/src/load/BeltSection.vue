<script setup lang="ts">
/** Sheaves and belt: what they do, and which sheave brings the speed or the amps that are wanted. */
import { computed } from 'vue'
import { api } from '../api/client'
import DrawingView from '../drawing/DrawingView.vue'
import { useAsked } from '../job/ask'
import { useJob } from '../job/open'
import EntryField from '../parts/EntryField.vue'
import FigureList from '../parts/FigureList.vue'
import LineChart from '../parts/LineChart.vue'
import { useOpened } from '../parts/opened'

const job = useJob()
const belt = computed(() => job.plan.value!.belt)
const { value: drawings } = useAsked(api.mechanics)
const open = useOpened(belt.value.known || !!job.text('load.belt.motor'), /load\.belt/)
const curve = computed(() => belt.value.curve)
</script>

<template>
  <details class="belt" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary><h3>Sheaves and belt</h3></summary>
    <p class="caution">
      Locked off before a hand comes near: a belt draws fingers in, and a fan turns on in the draught. Guards back on
      before the next reading.
    </p>
    <div class="entries">
      <EntryField path="load.belt.motor" label="Motor sheave" placeholder="80 mm" help="where the belt runs" />
      <EntryField path="load.belt.tool" label="Machine sheave" placeholder="336 mm" help="where the belt runs" />
      <EntryField path="load.belt.centre" label="Centre to centre" placeholder="420 mm" />
      <EntryField path="load.belt.length" label="Belt’s pitch length" placeholder="1530 mm" />
      <EntryField path="load.belt.tool_rpm" label="Machine turns" placeholder="by tachometer" />
      <EntryField path="load.belt.wanted" label="Speed wanted" placeholder="250 rpm" />
      <EntryField path="load.belt.most" label="Machine at most" placeholder="its maker’s rpm" />
      <EntryField path="load.belt.tool_diameter" label="Tool’s diameter" placeholder="600 mm" />
      <EntryField path="load.belt.rim_most" label="Rim speed at most" placeholder="cast on the sheave" />
      <EntryField path="load.belt.adjustable" label="Adjustable motor sheave" placeholder="67-83 mm in 5 turns" />
    </div>
    <h4>Amps with each sheave</h4>
    <div class="entries belt-amps">
      <EntryField path="load.belt.idle_amps" label="With the belt off" placeholder="2.4 A" help="the same wire" />
      <EntryField path="load.belt.target_amps" label="Amps wanted" placeholder="what the windings stand" />
      <EntryField
        path="load.belt.amps"
        label="Motor sheave and amps, one a line"
        :rows="3"
        wide
        placeholder="80 mm 5.1 A
71 mm 4.2 A"
        help="Warm, at the same work. Two sheaves calibrate the law."
      />
    </div>
    <template v-if="belt.known">
      <div v-if="drawings?.belt.items.length" class="sheet"><DrawingView :drawing="drawings.belt" /></div>
      <FigureList :figures="belt.figures" />
      <LineChart
        v-if="curve.length"
        title="Amps over the motor’s sheave"
        :x="curve.map((p) => p.mm)"
        x-unit="mm"
        y-unit="A"
        :lines="[{ id: 'amps', text: 'amps', y: curve.map((p) => p.amps), tone: 'main' }]"
        :limit="belt.most_amps > 0 ? { y: belt.most_amps, text: belt.most_of ?? '' } : undefined"
        :marks="belt.measured.map((p) => ({ x: p.mm, text: 'measured' }))"
      />
      <section v-for="c in belt.changes" :key="c.for" class="belt-change">
        <h4>{{ c.for }} <span class="soft">(guide value)</span></h4>
        <FigureList :figures="c.figures" />
        <ul>
          <li v-for="d in c.do" :key="d">{{ d }}</li>
        </ul>
      </section>
    </template>
    <p v-else class="soft">Both sheaves entered, ratio, speed, belt length and what a change would do stand here.</p>
  </details>
</template>

<style scoped>
.belt {
  margin: 0 0 12px;
}
.belt :deep(summary) {
  min-height: 32px;
  cursor: pointer;
}
.belt :deep(summary h3) {
  display: inline;
}
.belt h4 {
  margin: 14px 0 6px;
}
.belt-change {
  margin-top: 10px;
  padding: 2px 14px 8px;
  border-left: 3px solid var(--river);
}
.belt-change li {
  margin: 3px 0;
}
</style>
