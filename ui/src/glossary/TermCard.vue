<script setup lang="ts">
/** What a word means, beside the hand that touched it; on a phone at the foot of the screen. */
import { computed, nextTick, ref, watch } from 'vue'
import { onClickOutside, useEventListener } from '@vueuse/core'
import { pocket, touched, turn } from './pocket'
import DrawingView from '../drawing/DrawingView.vue'

const box = ref<HTMLElement>()
const at = ref({ left: '0px', top: '0px' })
const term = computed(() => touched.value?.term)
const drawn = computed(() => (term.value?.drawn ? pocket.value?.drawings[term.value.drawn] : undefined))

function close(back = true) {
  const by = touched.value?.by
  touched.value = undefined
  if (back) by?.focus()
}

watch(turn, place, { immediate: true })
async function place() {
  await nextTick()
  const card = box.value
  const by = touched.value?.by?.getBoundingClientRect()
  if (!card) return
  if (by) {
    const { width, height } = card.getBoundingClientRect()
    const below = by.bottom + 6 + height < innerHeight
    at.value = {
      left: `${Math.max(8, Math.min(by.left, innerWidth - width - 8))}px`,
      top: `${below ? by.bottom + 6 : Math.max(8, by.top - height - 6)}px`,
    }
  } else at.value = { left: `${Math.max(8, (innerWidth - card.offsetWidth) / 2)}px`, top: '20vh' }
  card.focus()
}
onClickOutside(box, () => touched.value && close(false))
useEventListener(window, 'keydown', (e) => {
  if (e.key === 'Escape' && touched.value) {
    e.stopPropagation()
    close()
  }
})
useEventListener(window, 'scroll', () => touched.value && close(false), { passive: true })
</script>

<template>
  <div v-if="term" ref="box" class="term-card" :style="at" role="dialog" :aria-label="term.name" tabindex="-1">
    <p class="term-head">
      <strong>{{ term.name }}</strong>
      <span v-if="term.america" class="soft">North America: {{ term.america }}</span>
    </p>
    <DrawingView v-if="drawn" class="term-drawn" :drawing="drawn" />
    <p>{{ term.means }}</p>
    <p v-if="term.also?.length" class="soft">Also called: {{ term.also.join(', ') }}</p>
    <p class="term-foot">
      <RouterLink :to="{ name: 'reference', hash: '#words', query: { word: term.name } }" @click="close(false)"
        >All words</RouterLink
      >
      <RouterLink v-if="term.section" :to="{ name: 'engine', hash: `#${term.section}` }" @click="close(false)"
        >How it is computed</RouterLink
      >
      <button type="button" class="why" @click="close()">Close</button>
    </p>
  </div>
</template>

<style scoped>
.term-card {
  position: fixed;
  z-index: 3000;
  width: min(22rem, calc(100vw - 16px));
  padding: 12px 14px;
  border: 1px solid var(--river);
  background: var(--paper);
  box-shadow: 0 6px 24px rgb(0 0 0 / 18%);
  line-height: 1.4;
}
.term-card:focus {
  outline: none;
}
.term-card > p {
  margin: 0 0 8px;
}
.term-head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: baseline;
}
.term-drawn {
  max-width: 200px;
  margin: 0 0 8px;
}
.term-foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
}
.term-card > p:last-child {
  margin-bottom: 0;
}
@media (max-width: 760px) {
  .term-card {
    inset: auto 0 0 !important;
    width: auto;
    max-height: 70vh;
    overflow: auto;
    border-width: 2px 0 0;
  }
  .term-foot > * {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
}
</style>
