<script setup lang="ts">
/** Volts and amps of the armature as the controller makes them, over two half periods of the line. */
import { computed } from 'vue'
import { waves } from './wave'
import { useJob } from '../job/open'

const job = useJob()
const dc = computed(() => job.plan.value!.dc!)
const box = { left: 46, right: 548, top: 16, bottom: 190 }
const drawn = computed(() => waves(dc.value.wave, box))
const said = computed(
  () =>
    `Amps ${dc.value.point.broken ? `die in every half period: nothing flows for ${dc.value.point.gap} of the time` : 'never die'}; ` +
    `mean ${dc.value.point.amps}, RMS ${dc.value.point.rms}, form factor ${dc.value.point.form_factor}.`,
)
</script>

<template>
  <figure class="wave">
    <figcaption>
      What the armature gets at the dial
      <span v-if="dc.point.fires" class="soft">firing at {{ dc.point.fires }}</span>
    </figcaption>
    <svg :viewBox="`0 0 600 226`" role="img" :aria-label="said">
      <path :d="drawn.fill" class="wave-amps-fill" />
      <line :x1="box.left" :x2="box.right" :y1="drawn.zero" :y2="drawn.zero" class="chart-axis" />
      <g v-for="t in drawn.ticks" :key="t.text">
        <line :x1="t.x" :x2="t.x" :y1="drawn.zero" :y2="drawn.zero + 5" class="chart-axis" />
        <text :x="t.x" :y="box.bottom + 18" text-anchor="middle" class="chart-text">{{ t.text }}</text>
      </g>
      <polyline :points="drawn.volts" class="line line-soft" />
      <polyline :points="drawn.amps" class="line line-main" />
      <line :x1="box.left" :x2="box.right" :y1="drawn.mean" :y2="drawn.mean" class="wave-level" />
      <line :x1="box.left" :x2="box.right" :y1="drawn.rms" :y2="drawn.rms" class="wave-level wave-rms" />
      <text :x="box.right + 4" :y="drawn.mean + 4" class="chart-text">mean</text>
      <text :x="box.right + 4" :y="drawn.rms + 4" class="chart-text line-text-bad">RMS</text>
      <text :x="4" :y="drawn.topAmps + 4" class="chart-text line-text-main">{{ drawn.mostAmps }}</text>
      <text :x="4" :y="drawn.topVolts + 4" class="chart-text">{{ drawn.mostVolts }}</text>
      <text :x="box.right" :y="218" text-anchor="end" class="chart-text">{{ dc.wave.unit }}</text>
    </svg>
    <p class="soft">{{ said }} Volts gray, amps dark; where nothing flows the armature shows what it makes itself.</p>
  </figure>
</template>

<style scoped>
.wave {
  margin: 10px 0 0;
}
.wave figcaption {
  font-weight: 600;
}
.wave svg {
  display: block;
  width: 100%;
  max-width: 720px;
  height: auto;
}
.wave-amps-fill {
  fill: var(--river);
  opacity: 0.12;
}
.wave-level {
  stroke: var(--ink);
  stroke-dasharray: 2 4;
}
.wave-rms {
  stroke: var(--brick);
}
</style>
