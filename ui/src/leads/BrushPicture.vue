<script setup lang="ts">
/** Brush and commutator, good or bad, as a drawing: what the eye should look for. */
import { computed } from 'vue'

const props = defineProps<{ part: string; bad: boolean }>()
/** Bars of a commutator seen from the side, each with its tone. */
const bars = computed(() =>
  Array.from({ length: 9 }, (_, i) => {
    const burnt = props.part === 'bars' && props.bad && (i === 3 || i === 4)
    const streak = props.part === 'film' && props.bad && i % 3 === 1
    return {
      x: 8 + i * 13,
      tone: burnt ? 'burnt' : streak ? 'streak' : props.part === 'film' && props.bad ? 'bare' : 'film',
    }
  }),
)
const brush = computed(() => ['length', 'spring', 'face'].includes(props.part))
</script>

<template>
  <svg viewBox="0 0 132 78" class="look" aria-hidden="true">
    <template v-if="brush">
      <path d="M4 74 A 90 90 0 0 1 128 74" class="copper" />
      <path d="M46 4 V46 M86 4 V46" class="holder" />
      <path
        v-if="part === 'length'"
        :d="bad ? 'M48 44 H84 V56 Q66 52 48 57Z' : 'M48 16 H84 V56 Q66 52 48 57Z'"
        class="carbon"
      />
      <path
        v-else-if="part === 'face'"
        :d="bad ? 'M48 18 H84 V47 L72 55 L68 50 L60 57 L48 52Z' : 'M48 18 H84 V56 Q66 52 48 57Z'"
        class="carbon"
      />
      <path v-else :d="bad ? 'M50 14 L86 18 L83 52 L48 49Z' : 'M48 18 H84 V56 Q66 52 48 57Z'" class="carbon" />
      <line v-if="part === 'length'" x1="88" x2="98" y1="36" y2="36" class="mark" />
      <text v-if="part === 'length'" x="101" y="40">mark</text>
      <path
        :d="part === 'spring' && bad ? 'M66 2 l-5 2 l10 2 l-8 2' : 'M66 2 l-8 3 l16 3 l-16 3 l16 3 l-8 2'"
        class="spring"
      />
      <path v-if="part === 'spring' && bad" d="M40 58 l-9 -4 m8 8 l-11 1 m62 -7 l10 -3" class="spark" />
      <path v-if="part === 'face' && bad" d="M90 52 l9 -4 m-9 7 l10 2" class="spark" />
    </template>
    <template v-else>
      <template v-for="b in bars" :key="b.x">
        <rect :x="b.x" y="16" :width="part === 'mica' ? 8 : 11" height="46" :class="b.tone" />
        <rect v-if="part === 'mica'" :x="b.x + 8" :y="bad ? 9 : 30" width="5" :height="bad ? 53 : 32" class="mica" />
      </template>
      <path v-if="part === 'bars' && bad" d="M44 20 l4 10 m10 -12 l-3 12 m-8 18 l6 10" class="spark" />
      <g v-if="part === 'dust' && bad" class="dust">
        <circle v-for="n in 34" :key="n" :cx="(n * 37) % 128" :cy="8 + ((n * 23) % 64)" :r="1 + (n % 3)" />
      </g>
    </template>
  </svg>
</template>

<style scoped>
.look {
  width: 132px;
  height: 78px;
  flex: none;
  background: var(--paper);
  border: 1px solid var(--rule);
}
.copper {
  fill: none;
  stroke: #a8622d;
  stroke-width: 10;
}
.holder {
  stroke: #8d928f;
  stroke-width: 4;
}
.carbon {
  fill: #4a4f50;
}
.spring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.mark {
  stroke: var(--brick);
  stroke-width: 2;
}
text {
  font-size: 11px;
  fill: var(--brick);
}
.spark {
  fill: none;
  stroke: #c4860f;
  stroke-width: 2;
}
.film {
  fill: #8a5a34;
}
.bare {
  fill: #d99a5f;
}
.streak {
  fill: #3a2a1e;
}
.burnt {
  fill: #161310;
}
.mica {
  fill: #efe7cf;
  stroke: #b9ac84;
  stroke-width: 0.5;
}
.dust circle {
  fill: #1d2427;
  opacity: 0.55;
}
</style>
