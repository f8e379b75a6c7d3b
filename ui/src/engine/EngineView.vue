<script setup lang="ts">
/** The mathematics behind the figures, as the project's own page has it. */
import { onMounted } from 'vue'
import html from '../../../docs/engine.md'
import { setHead } from '../desk/head'

onMounted(() => {
  setHead('', 'How it is computed')
  const at = document.getElementById(location.hash.slice(1))
  at?.scrollIntoView()
})
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- our own page, made at build time -->
  <main class="page" v-html="html" />
</template>

<style scoped>
.page {
  max-width: 52rem;
  margin: 0 auto;
  padding: 16px 18px 60px;
}
.page :deep(h1) {
  font-size: 1.5rem;
}
.page :deep(h2) {
  margin-top: 28px;
  padding-top: 6px;
  border-top: 1px solid var(--rule);
}
.page :deep(h2:target) {
  border-top: 3px solid var(--river);
}
.page :deep(p),
.page :deep(ul) {
  margin: 10px 0;
}
.page :deep(pre) {
  margin: 10px 0;
  padding: 10px 14px;
  background: var(--stone);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.page :deep(table) {
  border-collapse: collapse;
}
.page :deep(th),
.page :deep(td) {
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--stone-deep);
  text-align: left;
  white-space: nowrap;
}
.page :deep(pre),
.page :deep(code) {
  font-family: inherit;
}
</style>
