<script setup lang="ts">
/** The join code as large as the screen, for the board. */
import type { ClassReply } from '@jolly/server/contract';
import { useI18n } from 'vue-i18n';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';

const { t } = useI18n();
const route = useRoute();
const address = `${window.location.host}/join`;
const { state, value, why, reload } = useLoad(() => ask<ClassReply>('GET', `/api/classes/${String(route.params.id)}`));
</script>

<template>
  <main class="board">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value" class="middle">
        <h1 dir="auto">{{ t('class.large', { name: value.name }) }}</h1>
        <p class="code">{{ value.joinCode }}</p>
        <p class="how">{{ t('class.joinHow', { address }) }}</p>
        <RouterLink class="btn" :to="`/class/${value.id}`">{{ t('common.close') }}</RouterLink>
      </div>
    </LoadGate>
  </main>
</template>

<style scoped>
.board { min-height: 100vh; background: var(--mast); color: var(--on-mast); display: grid; place-items: center; padding: 20px; text-align: center; }
.board h1 { font-size: clamp(24px, 4vw, 44px); overflow-wrap: anywhere; }
.code { font: 700 clamp(56px, 15vw, 210px) / 1.15 var(--font-head); letter-spacing: 0.06em; }
.how { font-size: clamp(18px, 2vw, 26px); color: var(--on-mast-2); margin-block-end: 26px; }
.board :focus-visible { outline-color: var(--now); }
</style>
