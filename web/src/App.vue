<script setup lang="ts">
import Toast from 'primevue/toast';
</script>

<template>
  <a class="skip" href="#main">Skip to the content</a>
  <RouterView />
  <Toast position="bottom-right" />
</template>

<style scoped>
.skip {
  position: absolute;
  left: -999px;
}

.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
  padding: 8px;
  background: var(--marker);
}
</style>
