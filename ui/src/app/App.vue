<script setup lang="ts">
import { ref } from 'vue'
import { ElConfigProvider } from 'element-plus'
import { useRouter } from 'vue-router'
import { head } from '../desk/head'
import { useKeys } from '../desk/keys'
import KeysDialog from './KeysDialog.vue'
import PaletteDialog from './PaletteDialog.vue'
import PersonChooser from './PersonChooser.vue'

const router = useRouter()
const palette = ref(false)
useKeys({ 'g y': () => void router.push('/'), 'g e': () => void router.push('/engine') })
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
      <button type="button" class="head-find" @click="palette = true">Find or do anything <kbd>/</kbd></button>
      <span class="head-saved" role="status">{{ head.saved }}</span>
      <PersonChooser />
    </header>
    <RouterView :key="String($route.params.id ?? $route.name) + String($route.name)" />
    <KeysDialog />
    <PaletteDialog v-model="palette" />
  </ElConfigProvider>
</template>
