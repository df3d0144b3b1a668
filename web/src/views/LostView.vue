<template>
  <main id="main" class="lost">
    <h1>There is nothing at this address</h1>
    <p>The project or wall may have been deleted, or the link is incomplete.</p>
    <RouterLink to="/">All projects</RouterLink>
  </main>
</template>

<style scoped>
.lost {
  padding: 48px 20px;
  display: grid;
  gap: 12px;
  justify-content: start;
}
</style>
