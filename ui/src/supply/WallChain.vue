<script setup lang="ts">
/** What is found from the panel to the machine, as the links of a chain: the weakest is named. */
import type { WallChain } from '../api/client'
import GradeMark from '../parts/GradeMark.vue'

defineProps<{ chain: WallChain }>()
const emit = defineEmits<{ ask: [entry: string] }>()
const used = (share: number) => (share > 0 ? `${Math.round(100 * share)} % used` : '')
</script>

<template>
  <section class="wall" :aria-label="`The wall, for the ${chain.name}`">
    <p class="wall-sentence">
      <GradeMark :grade="chain.grade" /> <strong>{{ chain.name }}: {{ chain.sentence }}</strong>
    </p>
    <p v-if="chain.unseen" class="wall-unseen soft">{{ chain.unseen }}</p>
    <p v-if="chain.cure" class="wall-cure">{{ chain.cure }}</p>
    <ol class="wall-links">
      <li
        v-for="l in chain.links"
        :key="l.id"
        :data-link="l.id"
        :class="[`wall-${l.grade}`, { weakest: l.id === chain.weakest && l.grade !== 'open' }]"
      >
        <button type="button" :title="l.asks ? `asked: ${l.asks}` : l.text" @click="emit('ask', l.entry)">
          <span class="wall-name">{{ l.name }}</span>
          <strong>{{ l.found || 'not entered' }}</strong>
          <span class="wall-used">{{ used(l.used) }}</span>
        </button>
      </li>
    </ol>
    <details class="wall-more">
      <summary>Each link: what is asked, what comes of it, what would cure it</summary>
      <table class="list">
        <thead>
          <tr>
            <th scope="col">Link</th>
            <th scope="col">Found</th>
            <th scope="col">Asked</th>
            <th scope="col">What comes of it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in chain.links" :key="l.id">
            <th scope="row"><GradeMark :grade="l.grade" :size="14" /> {{ l.name }}</th>
            <td class="words">{{ l.found || 'not entered' }}</td>
            <td class="words">{{ l.asks }}</td>
            <td class="words">
              {{ l.text }} <span v-if="l.cure" class="soft">{{ l.cure.text }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.wall-sentence {
  margin: 0 0 4px;
}
.wall-cure,
.wall-unseen {
  margin: 0 0 6px;
}
.wall-links {
  list-style: none;
  display: flex;
  gap: 14px;
  margin: 10px 0;
  padding: 0;
}
.wall-links li {
  position: relative;
  flex: 1 1 0;
  min-width: 0;
}
/* The ring that holds two links together. */
.wall-links li + li::before {
  content: '';
  position: absolute;
  z-index: 1;
  left: -15px;
  top: 50%;
  width: 16px;
  height: 10px;
  margin-top: -6px;
  border: 2px solid var(--ink);
  border-radius: 6px;
}
.wall-links button {
  width: 100%;
  min-height: 74px;
  padding: 6px 8px;
  border: 2px solid var(--moss);
  border-radius: 22px;
  background: var(--sheet);
  font: inherit;
  text-align: center;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.wall-links button:hover {
  background: var(--river-pale);
}
.wall-links .wall-open button {
  border: 2px dashed var(--rule);
}
.wall-links .wall-open strong {
  font-weight: 400;
}
.wall-links .wall-caution button {
  border-color: var(--ochre-fill);
}
.wall-links .wall-stop button {
  border-color: var(--brick);
}
.wall-links .weakest button {
  border-width: 5px;
  padding: 3px 5px;
}
.wall-links .weakest::after {
  content: 'weakest';
  position: absolute;
  left: 50%;
  bottom: -17px;
  transform: translateX(-50%);
  font-size: 0.8rem;
}
.wall-name,
.wall-used {
  display: block;
  color: var(--soft);
  font-size: 0.8rem;
  line-height: 1.2;
}
.wall-more {
  margin: 20px 0 8px;
}
@media (max-width: 760px) {
  .wall-links {
    flex-direction: column;
    gap: 12px;
  }
  .wall-links li + li::before {
    left: 50%;
    top: -11px;
    width: 10px;
    height: 10px;
    margin: 0 0 0 -7px;
  }
  .wall-links button {
    min-height: 48px;
    display: grid;
    grid-template-columns: 1fr auto 1fr;
    align-items: center;
    gap: 10px;
    text-align: left;
  }
  .wall-used {
    text-align: right;
  }
  .wall-links .weakest::after {
    content: none;
  }
  .weakest .wall-used::after {
    content: ', weakest';
  }
  .wall-more {
    overflow-x: auto;
  }
}
</style>
