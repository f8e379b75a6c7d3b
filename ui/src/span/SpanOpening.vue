<script setup lang="ts">
/** What stands where a job will be: that it opens, what is in the way, or that it is not there. */
defineProps<{ missing: boolean; late: boolean; message: string }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <main v-if="missing" class="lost">
    <h1>This job is not here.</h1>
    <p>It may have been deleted. In the Yard a deleted machine can be brought back for a moment.</p>
    <RouterLink to="/">Go to the Yard</RouterLink>
  </main>
  <main v-else class="lost">
    <p>{{ message || 'Opening…' }}</p>
    <template v-if="late">
      <p>The server has not answered for 5 seconds. It is busy, or the connection to it is gone. Nothing is lost.</p>
      <p><button type="button" class="plain" @click="$emit('again')">Try again</button></p>
    </template>
  </main>
</template>
