<script setup lang="ts">
/** What is built in, as the card lists it. */
import type { Card } from '../api/client'

defineProps<{ parts: Card['parts'] }>()
</script>

<template>
  <section class="card-parts">
    <h2>Parts</h2>
    <table>
      <tbody>
        <tr v-for="l in parts" :key="l.name">
          <td class="tick" />
          <td>{{ l.name }}</td>
          <th scope="row">{{ l.value }}</th>
          <td>{{ l.note }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
