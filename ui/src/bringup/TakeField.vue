<script setup lang="ts">
/** One value to read: what to expect stands before the field, what it means after it. */
import { computed, ref } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Compared, Meaning, Take } from '../api/bringup'
import NumberField from '../parts/NumberField.vue'
import { stands, type Stands } from './ahead'
import { when } from '../parts/dates'

const props = defineProps<{
  take: Take
  here?: { value: number; words: string }
  read?: Compared
  readonly?: boolean
  /** Where it is found out what is wrong. */
  desk?: RouteLocationRaw
}>()
const emit = defineEmits<{ read: [take: string, value: number, words: string] }>()
const text = ref('')
const at = computed<Stands | undefined>(() => {
  if (props.here)
    return props.take.unit
      ? stands(props.take, props.here.value)
      : props.here.words === props.take.choices?.[0]
        ? 'inside'
        : 'above'
  return props.read?.stands as Stands | undefined
})
const shown = computed(() => {
  if (props.here) return props.take.unit ? `${props.here.value} ${props.take.unit}` : props.here.words
  return props.read?.text
})
const words: Record<Stands, string> = {
  inside: 'inside the band',
  above: 'above',
  below: 'below',
  'far-above': 'far above: stop and look before it goes on',
  'far-below': 'far below: stop and look before it goes on',
  taken: 'noted',
}
const meaning = computed<Meaning | undefined>(() => {
  if (at.value === 'above' || at.value === 'far-above') return props.take.above
  if (at.value === 'below' || at.value === 'far-below') return props.take.below
  return undefined
})
const good = computed(() => at.value === 'inside')
const bad = computed(() => !!meaning.value)
const outside = computed(() => at.value === 'far-above' || at.value === 'far-below')
function enter(x: number) {
  emit('read', props.take.id, x, '')
  text.value = ''
}
</script>

<template>
  <div class="take" :data-take="take.id">
    <div :id="`expect-${take.id}`" class="take-expect">
      <span v-if="take.expect || take.band">
        Expect
        <strong
          ><span
            v-if="take.mark === 'estimated' || take.mark === 'measured'"
            class="ring"
            :class="`ring-${take.mark}`"
          />{{ take.expect }}</strong
        >
        <template v-if="take.band && take.band !== take.expect">, {{ take.band }}</template>
      </span>
      <span v-else>Nothing is expected of this by itself.</span>
      <span v-if="take.when" class="soft take-when">{{ take.when }}</span>
      <details v-if="take.reason">
        <summary>Why this band</summary>
        {{ take.reason }}
      </details>
    </div>
    <template v-if="!readonly">
      <NumberField
        v-if="take.unit"
        v-model="text"
        :label="take.name"
        :unit="take.unit"
        :described="`expect-${take.id}`"
        @entered="enter"
      />
      <fieldset v-else class="take-words">
        <legend>{{ take.name }}</legend>
        <button
          v-for="c in take.choices"
          :key="c"
          type="button"
          class="plain"
          :aria-pressed="(here?.words ?? read?.words) === c"
          @click="emit('read', take.id, 0, c)"
        >
          {{ c }}
        </button>
      </fieldset>
    </template>
    <p v-else>
      <strong>{{ take.name }}</strong>
    </p>
    <div v-if="at" class="take-said" :class="{ good, bad }" role="status">
      <p>
        <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true" class="take-mark">
          <path v-if="good" d="m2 8.5 4 4.5L14.5 3" class="tick" />
          <path v-else-if="bad" d="M8 1 15.5 15H.5zM7.2 6v4.6h1.6V6zM7.2 11.8v1.6h1.6v-1.6z" fill-rule="evenodd" />
          <circle v-else cx="8" cy="8" r="5" class="dot" />
        </svg>
        <strong>{{ shown }}</strong> {{ words[at] }}<span v-if="here" class="soft">, not sent yet</span>
        <span v-else-if="read" class="soft">, {{ read.who || 'no name' }}, {{ when(read.taken) }}</span>
      </p>
      <template v-if="meaning">
        <p v-if="meaning.says.length">Usually:</p>
        <ul>
          <li v-for="c in meaning.says" :key="c.text">
            {{ c.text }}<span v-if="c.would" class="soft"> (would read {{ c.would }})</span>
            <template v-if="c.cure">. {{ c.cure }}</template>
          </li>
        </ul>
        <p v-if="meaning.next">{{ meaning.next }}</p>
        <p v-if="desk && outside"><RouterLink class="why" :to="desk">Find out what is wrong</RouterLink></p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.take {
  padding: 12px 0;
  border-top: 1px solid var(--rule);
}
.take-expect {
  margin-bottom: 6px;
}
.take-when {
  margin-left: 8px;
}
.take-expect details {
  display: inline-block;
  margin-left: 8px;
  color: var(--soft);
  font-size: 0.9rem;
}
.take-expect summary {
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.take-expect details[open] {
  display: block;
  margin-left: 0;
}
.take-words {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 0;
  padding: 0;
  border: 0;
}
.take-words legend {
  font-weight: 600;
  padding: 0 0 4px;
}
.take-words button {
  min-height: 52px;
  padding: 6px 16px;
}
.take-words button[aria-pressed='true'] {
  background: var(--river);
  color: #fff;
}
.take-said {
  margin-top: 8px;
  padding: 8px 12px;
  border-left: 4px solid var(--soft);
  background: var(--stone);
}
.take-said.good {
  border-color: var(--moss-fill);
  background: var(--moss-pale);
}
.take-said.bad {
  border-color: var(--ochre-fill);
  background: var(--ochre-pale);
}
.take-said ul {
  margin: 2px 0 6px;
  padding-left: 18px;
}
.take-mark {
  vertical-align: -2px;
  margin-right: 4px;
}
.take-mark .tick,
.take-mark .dot {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.4;
}
</style>
