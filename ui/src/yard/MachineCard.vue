<script setup lang="ts">
/** One machine of the Yard as a small span, its gravest sentence, and what can be done with it. */
import type { Role, Shelf, Summary } from '../api/client'
import { owns, plans } from '../desk/person'
import DrawingView from '../drawing/DrawingView.vue'
import GradeMark from '../parts/GradeMark.vue'
import { day } from '../parts/dates'

/** sure: deleting for good was asked once and is asked again. */
defineProps<{ job: Summary; shelf: Shelf; sure: boolean; role?: Role }>()
const today = new Date().toISOString().slice(0, 10)
const emit = defineEmits<{ rename: []; copy: []; move: [to: Shelf]; purge: [] }>()
</script>

<template>
  <article class="machine" :data-job="job.name">
    <component
      :is="shelf === 'bin' ? 'div' : 'RouterLink'"
      :to="{ name: 'span', params: { id: job.id } }"
      class="machine-link"
    >
      <h3>{{ job.name }}</h3>
      <p class="soft machine-does">{{ job.does ?? '' }}</p>
      <DrawingView v-if="!job.waits" :drawing="job.span" />
      <p class="machine-state">
        <GradeMark v-if="!job.waits" :grade="job.grade" /> <span>{{ job.sentence }}</span>
      </p>
      <p v-if="job.look && job.look <= today" class="machine-state">
        <GradeMark grade="caution" />
        <span>Look due since {{ day(job.look) }}{{ job.look_for ? `: ${job.look_for}` : '' }}</span>
      </p>
      <p v-else-if="job.look" class="soft">
        Next look {{ day(job.look) }}{{ job.look_for ? `: ${job.look_for}` : '' }}
      </p>
      <p v-for="s in job.stays ?? []" :key="s" class="machine-state">
        <GradeMark grade="open" /> <span>{{ s }}</span>
      </p>
    </component>
    <ul class="machine-bays" aria-label="Bays">
      <li v-for="b in job.bays" :key="b.bay">
        <RouterLink v-if="shelf !== 'bin'" :to="{ name: 'span', params: { id: job.id, bay: b.bay } }">
          <GradeMark :grade="b.mark" :size="12" /> {{ b.title }}
        </RouterLink>
      </li>
    </ul>
    <footer>
      <p class="machine-next">
        <span v-if="!job.waits" class="soft">Next: {{ job.next.text }}</span>
        <template v-if="shelf === 'yard'">
          <RouterLink class="why" :to="{ name: 'bring-up', params: { id: job.id } }">Bring-up</RouterLink>
          <RouterLink class="why" :to="{ name: 'log', params: { id: job.id } }">Log</RouterLink>
          <RouterLink class="why" :to="{ name: 'desk', params: { id: job.id } }">Something is wrong</RouterLink>
        </template>
      </p>
      <span class="machine-acts">
        <span class="soft">{{ day(job.saved_at) }}</span>
        <template v-if="shelf === 'yard'">
          <template v-if="plans(role)">
            <button type="button" class="why" @click="emit('rename')">Rename</button>
            <button type="button" class="why" @click="emit('copy')">Copy</button>
          </template>
          <a class="why" :href="`/api/jobs/${job.id}/document.json`" download>Export</a>
          <button v-if="plans(role)" type="button" class="why" @click="emit('move', 'archive')">Archive</button>
        </template>
        <button v-else-if="plans(role)" type="button" class="why" @click="emit('move', 'yard')">
          Back to the yard
        </button>
        <button v-if="shelf !== 'bin' && plans(role)" type="button" class="why" @click="emit('move', 'bin')">
          Delete
        </button>
        <button v-else-if="shelf === 'bin' && owns(role)" type="button" class="why" @click="emit('purge')">
          {{ sure ? 'Really, with its history' : 'Delete for good' }}
        </button>
      </span>
    </footer>
  </article>
</template>

<style scoped>
.machine {
  content-visibility: auto;
  contain-intrinsic-size: auto 280px;
  display: flex;
  flex-direction: column;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.machine:hover {
  border-color: var(--river);
}
.machine-link {
  display: block;
  flex: 1;
  padding: 12px 16px 8px;
  color: inherit;
  text-decoration: none;
}
.machine :deep(h3) {
  font-size: 1.1rem;
  overflow-wrap: anywhere;
}
.machine-next {
  display: flex;
  gap: 12px;
}
.machine-next span {
  flex: 1;
}
.machine-does {
  min-height: 1.4em;
}
.machine-state {
  display: flex;
  gap: 8px;
  margin-top: 6px;
  line-height: 1.3;
}
.machine-state :deep(.grade) {
  margin-top: 2px;
}
.machine-bays {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 6px;
  list-style: none;
  margin: 0;
  padding: 4px 16px 8px;
  font-size: 0.8rem;
}
.machine-bays :deep(a) {
  color: var(--soft);
  text-decoration: none;
}
.machine-bays :deep(a:hover) {
  text-decoration: underline;
}
.machine :deep(footer) {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 12px;
  padding: 6px 16px;
  border-top: 1px solid var(--stone-deep);
  font-size: 0.87rem;
}
.machine-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
</style>
