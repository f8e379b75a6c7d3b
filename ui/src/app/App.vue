<script setup lang="ts">
import { ElConfigProvider } from 'element-plus'
import { head } from './head'
import KeysDialog from './KeysDialog.vue'
</script>

<template>
  <ElConfigProvider>
    <header class="head">
      <RouterLink to="/" class="head-mark" aria-label="Gray Bridge, to the Yard">
        <svg viewBox="0 0 40 32" width="36" height="28" aria-hidden="true">
          <path class="mark-span" d="M1 10h38" />
          <path class="mark-stone" d="M4 13h9l3 14H3zM27 13h9l1 14H24z" />
        </svg>
        <strong>Gray Bridge</strong>
      </RouterLink>
      <span class="head-where">
        <template v-if="head.workshop">{{ head.workshop }} <span aria-hidden="true">/&nbsp;</span></template>
        <strong>{{ head.name }}</strong>
      </span>
      <span class="head-saved" role="status">{{ head.saved }}</span>
    </header>
    <RouterView :key="String($route.params.id ?? $route.name)" />
    <KeysDialog />
  </ElConfigProvider>
</template>
