<script setup lang="ts">
import Toast from 'primevue/toast';
import { useToast } from 'primevue/usetoast';
import { newerPage } from '../persistence/offline.ts';
import type { Notice } from '../persistence/notices.ts';

const toast = useToast();

function undo(notice: Notice): void {
  toast.remove(notice);
  notice.undo?.();
}
</script>

<template>
  <a class="skip" href="#main">Skip to the content</a>
  <p v-if="newerPage" class="newer" role="status">
    A newer version of Eldrun is here. This page goes on with its own until it is loaded anew;
    nothing is lost by that.
    <button type="button" class="action" @click="newerPage()">Load it</button>
  </p>
  <RouterView />
  <Toast position="bottom-right">
    <template #message="{ message }: { message: Notice }">
      <div class="notice">
        <p>
          <strong>{{ message.summary }}</strong>
        </p>
        <p v-if="message.detail">{{ message.detail }}</p>
        <button v-if="message.undo" class="action" type="button" @click="undo(message)">
          Undo
        </button>
      </div>
    </template>
  </Toast>
</template>

<style scoped>
.newer {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding: 6px 16px;
  background: var(--marker);
}

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

.notice {
  display: grid;
  gap: 4px;
  flex: 1;
  justify-items: start;
}
</style>
