<script setup lang="ts">
/** Keep this motor, or take a three-phase motor and a drive: both solved over the same supply and load. */
import { api } from '../api/client'
import { useAsked } from '../job/ask'

const { value: swap, trouble } = useAsked(api.dcSwap)
</script>

<template>
  <template v-if="swap?.rows.length">
    <p class="swap-text">{{ swap.text }}</p>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">For this machine</th>
          <th scope="col">{{ swap.keep }}</th>
          <th scope="col">{{ swap.swap }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in swap.rows" :key="r.what">
          <th scope="row" class="words">{{ r.what }}</th>
          <td class="words" :class="{ better: r.better === 'keep' }">{{ r.keep }}</td>
          <td class="words" :class="{ better: r.better === 'swap' }">{{ r.swap }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      The three-phase motor is a usual one of the same power and the nearest speed, its figures estimated; the drive is
      the known one that fits best. What is bold is the better of the two.
    </p>
  </template>
  <p v-else class="soft">{{ trouble || 'Weighing both…' }}</p>
</template>

<style scoped>
.swap-text {
  font-weight: 600;
}
.better {
  font-weight: 700;
  background: var(--moss-pale, var(--stone));
}
</style>
