<script setup lang="ts">
import { ref } from 'vue'
import { useKeys } from './keys'

const open = ref(false)
useKeys({ '?': () => (open.value = true) })

const rows = [
  ['1 … 6', 'open a bay, in the order of the power path'],
  ['N', 'go to the next thing to do'],
  ['S', 'switch between now and as wanted'],
  ['E', 'edit the joints as text'],
  ['Z, Shift Z', 'undo, redo'],
  ['P', 'the card for the machine'],
  ['Y', 'the Yard'],
  ['← →, + −', 'move the µF, when its handle is focused'],
]
</script>

<template>
  <ElDialog v-model="open" title="Keys" width="min(28rem, 92vw)">
    <table class="keys">
      <tbody>
        <tr v-for="[key, what] in rows" :key="key">
          <th scope="row">{{ key }}</th>
          <td>{{ what }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">A key never fires while you type in a field.</p>
  </ElDialog>
</template>

<style>
.keys th {
  text-align: left;
  white-space: nowrap;
  padding: 4px 24px 4px 0;
}
</style>
