<script setup lang="ts">
/** A sentence whose words of the trade can be touched for their meaning. */
import { computed, onMounted } from 'vue'
import { pieces, pocket, touch, wantPocket } from './pocket'

/** aside: its words are touched by a finger or the mouse, and are no stops of the Tab key on the way to the fields. */
const props = defineProps<{ text: string; aside?: boolean }>()
onMounted(() => void wantPocket())
const all = computed(() => (pocket.value ? pieces(props.text) : [{ text: props.text }]))
</script>

<template>
  <template v-for="(p, n) in all" :key="n"
    ><button
      v-if="p.term"
      type="button"
      class="term"
      :tabindex="aside ? -1 : undefined"
      :title="`What is: ${p.term.name}?`"
      @click.stop="touch(p.term, $event.currentTarget as HTMLElement)"
    >
      {{ p.text }}</button
    ><template v-else>{{ p.text }}</template></template
  >
</template>

<style scoped>
.term {
  display: inline;
  margin: 0;
  padding: 0;
  border: 0;
  border-bottom: 1px dotted var(--soft);
  background: none;
  font: inherit;
  color: inherit;
  text-align: inherit;
  cursor: help;
}
.term:hover {
  border-bottom-style: solid;
}
@media print {
  .term {
    border-bottom: 0;
  }
}
</style>
