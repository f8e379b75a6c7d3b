<script setup lang="ts">
/** What the drive may show where it gives up, and what to look at first. */
import { computed } from 'vue'
import { useJob } from '../job/open'

const job = useJob()
const drive = computed(() => job.plan.value!.drive!)
const coded = computed(() => drive.value.trips.some((t) => t.code))
</script>

<template>
  <details v-if="drive.trips.length" class="trips">
    <summary>When it trips</summary>
    <p class="caution">
      A trip is looked into before it is reset. Hands go to screws only with the feed off and locked, {{ drive.wait }}
      waited and the link measured dead.
    </p>
    <table class="list">
      <thead>
        <tr>
          <th v-if="coded" scope="col">Shows</th>
          <th scope="col">Means</th>
          <th scope="col">Look first</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="t in drive.trips" :key="t.code + t.says" :data-trip="t.code || t.says">
          <th v-if="coded" scope="row">{{ t.code }}</th>
          <td class="words">{{ t.says }}</td>
          <td class="words">{{ t.look }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
.trips summary {
  min-height: 34px;
  color: var(--river);
  cursor: pointer;
}
@media (max-width: 760px) {
  .trips summary {
    min-height: 44px;
  }
}
</style>
