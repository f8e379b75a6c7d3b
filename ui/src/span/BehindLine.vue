<script setup lang="ts">
/** Without a connection nothing is worked out anew: said where the figures stand. */
import { useJob } from '../job/open'

const job = useJob()
</script>

<template>
  <p v-if="job.behind.value" class="caution span-behind" role="status">
    Every figure here is from before your last entry. It is worked out anew when the server is back.
  </p>
</template>

<style scoped>
.span-behind {
  margin: 6px 18px 0;
}
@media (max-width: 760px) {
  .span-behind {
    margin: 6px 12px 0;
  }
}
</style>
