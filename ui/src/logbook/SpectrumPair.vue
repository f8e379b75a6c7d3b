<script setup lang="ts">
/** Recordings spread over the pitch, drawn beside each other: before and after. */
import { computed } from 'vue'
import type { Spectrum } from '../api/bringup'

const props = defineProps<{ shown: { title: string; spectrum: Spectrum }[] }>()
defineEmits<{ close: [] }>()
const floor = -90
const hertz = computed(() => props.shown[0]?.spectrum.bands.map((b) => b.hertz) ?? [])
const width = 560
const high = 180
const x = (i: number) => 44 + (i * (width - 60)) / Math.max(1, hertz.value.length)
const y = (db: number) => 14 + (Math.min(0, Math.max(floor, db)) / floor) * (high - 40)
const bar = computed(() => (width - 60) / Math.max(1, hertz.value.length) / (props.shown.length + 0.6))
const label = (hz: number) => (hz >= 1000 ? `${Math.round(hz / 1000)}k` : `${Math.round(hz)}`)
</script>

<template>
  <section class="spectra" aria-label="Sound over the pitch">
    <svg
      :viewBox="`0 0 ${width} ${high}`"
      role="img"
      :aria-label="shown.map((s) => `${s.title}: ${s.spectrum.text}`).join(' ')"
    >
      <line v-for="db in [0, -30, -60, -90]" :key="db" x1="44" :x2="width - 10" :y1="y(db)" :y2="y(db)" class="level" />
      <text v-for="db in [0, -30, -60, -90]" :key="`t${db}`" x="38" :y="y(db) + 4" text-anchor="end">{{ db }} dB</text>
      <template v-for="(s, k) in shown" :key="k">
        <rect
          v-for="(b, i) in s.spectrum.bands"
          :key="i"
          :x="x(i) + k * bar"
          :y="y(b.db)"
          :width="Math.max(1, bar - 1)"
          :height="Math.max(0, y(floor) - y(b.db))"
          :class="k ? 'after' : 'before'"
        />
      </template>
      <template v-for="(hz, i) in hertz" :key="`h${i}`">
        <text v-if="i % 3 === 1" :x="x(i) + bar" :y="high - 8" text-anchor="middle">{{ label(hz) }}</text>
      </template>
    </svg>
    <ul>
      <li v-for="(s, k) in shown" :key="k">
        <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
          <rect width="12" height="12" :class="k ? 'after' : 'before'" />
        </svg>
        {{ s.title }}: {{ s.spectrum.text }}
      </li>
    </ul>
    <p class="soft">
      Thirds of an octave, hertz below. Levels compare recordings of one phone, held alike, and nothing else.
      <button type="button" class="why" @click="$emit('close')">Close</button>
    </p>
  </section>
</template>

<style scoped>
.spectra {
  padding: 10px 0;
}
.spectra > svg {
  width: 100%;
  max-width: 46rem;
}
.spectra text {
  font-size: 10px;
  fill: var(--soft);
}
.level {
  stroke: var(--rule);
}
.before {
  fill: var(--metal);
}
.after {
  fill: var(--river);
}
.spectra ul {
  margin: 4px 0;
  padding: 0;
  list-style: none;
}
</style>
