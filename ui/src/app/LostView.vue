<template>
  <main class="lost">
    <h1>There is nothing at this address.</h1>
    <p>The job may have been deleted, or the link was cut short.</p>
    <RouterLink to="/">Go to the Yard</RouterLink>
  </main>
</template>
