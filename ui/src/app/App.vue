<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { ElConfigProvider } from 'element-plus'
import { useRoute, useRouter } from 'vue-router'
import { head } from '../desk/head'
import { useKeys } from '../desk/keys'
import { askPerson, me, outside } from '../desk/person'
import KeysDialog from './KeysDialog.vue'
import PaletteDialog from './PaletteDialog.vue'
import PersonChooser from './PersonChooser.vue'
import UnsentDialog from './UnsentDialog.vue'
import { turn } from '../glossary/pocket'

const TermCard = defineAsyncComponent(() => import('../glossary/TermCard.vue'))
const LogInView = defineAsyncComponent(() => import('../people/LogInView.vue'))
const router = useRouter()
const route = useRoute()
const palette = ref(false)
/** Who has not logged in sees the door alone; a link that lets in is a way through it. */
const shut = computed(() => outside.value && route.name !== 'let-in')
/** A view is made anew for another thing, and for another person; coming in is one view from code to password. */
const place = computed(() =>
  [route.params.id ?? '', route.name, me.shared && route.name !== 'let-in' ? String(me.in) + me.name : '']
    .map(String)
    .join(' '),
)
onMounted(() => askPerson())
useKeys({
  'g y': () => void router.push('/'),
  'g e': () => void router.push('/engine'),
  'g p': () => void router.push('/reference'),
})
</script>

<template>
  <ElConfigProvider>
    <header class="head" :class="`head-at-${String(route.name)}`">
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
      <template v-if="!outside">
        <button type="button" class="head-find" @click="palette = true">Find or do anything <kbd>/</kbd></button>
        <span class="head-saved" role="status">{{ head.saved }}</span>
        <UnsentDialog />
        <PersonChooser />
      </template>
    </header>
    <LogInView v-if="shut" />
    <template v-else-if="me.asked">
      <RouterView :key="place" />
      <KeysDialog />
      <TermCard v-if="turn" />
      <PaletteDialog v-if="!outside" v-model="palette" />
    </template>
  </ElConfigProvider>
</template>
