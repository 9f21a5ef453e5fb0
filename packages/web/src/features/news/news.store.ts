import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ask } from '../../api/client';

/** How much somebody has not seen yet, for the mast. */
export const useNews = defineStore('news', () => {
  const unseen = ref(0);
  return {
    unseen,
    async look(): Promise<void> {
      unseen.value = (await ask('GET /api/news')).unseen;
    },
    forget: () => void (unseen.value = 0),
  };
});
