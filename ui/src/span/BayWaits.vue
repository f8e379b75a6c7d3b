<script setup lang="ts">
/** A bay that is on its way. */
</script>

<template>
  <p class="quiet" role="status">Loading…</p>
</template>
