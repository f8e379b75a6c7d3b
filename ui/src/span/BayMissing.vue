<script setup lang="ts">
/** A bay that could not be loaded: what was typed elsewhere is kept, and the page is asked for anew. */
const again = () => location.reload()
</script>

<template>
  <p class="trouble" role="alert">
    This part could not be loaded: there is no connection. What you typed is kept.
    <button type="button" class="why" @click="again">Load the page again</button>
  </p>
</template>
