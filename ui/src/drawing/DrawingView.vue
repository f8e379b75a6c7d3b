<script setup lang="ts">
/** Renders a drawing's primitives; the same facts follow as a table for those who cannot see it. */
import { computed } from 'vue'
import type { Drawing } from '../api/client'
import { arcPath, classes, points } from './shapes'

const props = defineProps<{ drawing: Drawing; lit?: ReadonlySet<string>; crop?: [number, number] }>()
defineEmits<{ point: [of: string | undefined] }>()
const none: ReadonlySet<string> = new Set()
const box = computed(() =>
  props.crop
    ? `${props.crop[0]} 0 ${props.crop[1]} ${props.drawing.height}`
    : `0 0 ${props.drawing.width} ${props.drawing.height}`,
)
</script>

<template>
  <figure class="drawing">
    <svg :viewBox="box" aria-hidden="true" @pointerleave="$emit('point', undefined)">
      <template v-for="(i, n) in drawing.items" :key="n">
        <polyline
          v-if="i.k === 'line'"
          :points="points(i)"
          :class="classes(i, lit ?? none)"
          :stroke-width="i.stroke"
          :data-of="i.of"
          @pointerenter="$emit('point', i.of)"
        />
        <polygon
          v-else-if="i.k === 'shape'"
          :points="points(i)"
          :class="classes(i, lit ?? none)"
          :stroke-width="i.stroke"
          :data-of="i.of"
        />
        <path
          v-else-if="i.k === 'arc'"
          :d="arcPath(i)"
          :class="classes(i, lit ?? none)"
          :stroke-width="i.stroke"
          :data-of="i.of"
          @pointerenter="$emit('point', i.of)"
        />
        <circle
          v-else-if="i.k === 'circle'"
          :cx="i.x"
          :cy="i.y"
          :r="i.r"
          :class="classes(i, lit ?? none)"
          :stroke-width="i.stroke"
          :data-of="i.of"
          @pointerenter="$emit('point', i.of)"
        />
        <rect
          v-else-if="i.k === 'rect'"
          :x="i.x"
          :y="i.y"
          :width="i.w"
          :height="i.h"
          :class="classes(i, lit ?? none)"
          :stroke-width="i.stroke"
          :data-of="i.of"
        />
        <text
          v-else
          :data-of="i.of"
          :x="i.x"
          :y="i.y"
          :text-anchor="i.anchor ?? 'start'"
          :class="classes(i, lit ?? none)"
        >
          {{ i.t }}
        </text>
      </template>
    </svg>
    <div class="for-readers">
      <table>
        <caption>
          {{
            drawing.title
          }}
        </caption>
        <tbody>
          <tr v-for="(f, n) in drawing.facts" :key="n">
            <th scope="row">{{ f.name }}</th>
            <td>{{ f.value }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>
