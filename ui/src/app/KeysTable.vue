<script setup lang="ts">
/** Every key there is, and the box that lets single letters act. */
import { letters, setLetters } from '../desk/keys'

const open = defineModel<boolean>({ required: true })

const rows = [
  ['/', 'find or do anything'],
  ['G Y, G S, G C', 'your machines, the plan, the card'],
  ['G P, G E', 'the pocket reference, how it is computed'],
  ['G B, G L', 'the bring-up at the machine, the machine’s log'],
  ['G W, G R', 'the bridges weighed, the page for a review'],
  ['← →', 'the step before or after, at the bring-up'],
  ['1 … 6', 'open a bay, in the order of the power path'],
  ['N', 'go to the next thing to do'],
  ['[ ]', 'the machine before or after, where a job has several'],
  ['S', 'switch between now and as wanted'],
  ['E', 'edit the joints as text'],
  ['H', 'what was changed, when and by whom'],
  ['Z, Shift Z', 'undo, redo (also Ctrl or Cmd Z)'],
  ['P', 'the card for the machine'],
  ['← →, + −', 'move the µF, when its handle is focused'],
  ['↑ ↓, Home, End', 'from one to the next in a list, which is one stop of Tab'],
]
</script>

<template>
  <ElDialog v-model="open" title="Keys" width="min(30rem, 92vw)">
    <table class="keys">
      <tbody>
        <tr v-for="[key, what] in rows" :key="key">
          <th scope="row">{{ key }}</th>
          <td>{{ what }}</td>
        </tr>
      </tbody>
    </table>
    <p>
      <label class="keys-off">
        <input type="checkbox" :checked="letters" @change="setLetters(($event.target as HTMLInputElement).checked)" />
        Single letters act
      </label>
    </p>
    <p class="soft">A key never fires while you type in a field.</p>
  </ElDialog>
</template>

<style scoped>
.keys :deep(th) {
  text-align: left;
  white-space: nowrap;
  padding: 4px 24px 4px 0;
}
.keys-off {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
</style>
