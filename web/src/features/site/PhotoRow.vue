<script setup lang="ts">
/** Small pictures, each leads to the whole. */
defineProps<{
  photos: readonly string[];
  small: (photo: string) => string;
  whole: (photo: string) => string;
}>();
</script>

<template>
  <span v-if="photos.length > 0" class="photos">
    <a v-for="(photo, n) in photos" :key="photo" :href="whole(photo)" target="_blank" rel="noopener"
      ><img :src="small(photo)" :alt="`Photo ${n + 1}`" width="72" height="72" loading="lazy"
    /></a>
  </span>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

img {
  display: block;
  border: 1px solid var(--line);
  object-fit: cover;
}
</style>
