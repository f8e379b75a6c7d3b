<template>
  <main class="lost">
    <h1>There is nothing at this address.</h1>
    <p>The job may have been deleted, or the link was cut short.</p>
    <RouterLink to="/">Go to the Yard</RouterLink>
  </main>
</template>

<style>
.lost {
  max-width: 40rem;
  margin: 4rem auto;
  padding: 0 1rem;
}
</style>
