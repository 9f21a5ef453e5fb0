<script setup lang="ts">
/** The join code as large as the screen, with its QR code, for the board. */
import type { ClassReply } from '@jolly/server/contract';
import { useT } from '../../i18n/use-t';
import { useRoute } from 'vue-router';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import BoardFrame from '../../ui/BoardFrame.vue';
import LoadGate from '../../ui/LoadGate.vue';
import QrCode from '../../ui/QrCode.vue';

const { t } = useT();
const route = useRoute();
const address = `${window.location.host}/join`;
const link = (code: string) => `${window.location.origin}/join/${code}`;
const { state, value, why, reload } = useLoad(() => ask('GET /api/classes/:classId', { params: { classId: String(route.params.id) } }));
const isShut = (one: ClassReply) => one.putAwayAt !== null || !one.joinOpen || (one.joinUntil !== null && one.joinUntil < now());
</script>

<template>
  <BoardFrame :closes-to="`/class/${String(route.params.id)}`">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value" class="middle">
        <h1 dir="auto">{{ t('class.large', { name: value.label }) }}</h1>
        <p v-if="isShut(value)" class="how">{{ t('class.codeShut') }}</p>
        <template v-else>
          <p class="code">{{ value.joinCode }}</p>
          <p class="how">{{ t('class.joinHow', { address }) }}</p>
          <QrCode :text="link(value.joinCode)" :label="link(value.joinCode)" class="qr" />
        </template>
      </div>
    </LoadGate>
  </BoardFrame>
</template>

<style scoped>
/* The acts stand below, in the frame. */
.board :deep(.acts) {
  justify-content: center;
}
.middle {
  text-align: center;
}
.middle h1 {
  font-size: clamp(22px, 3.4vw, 40px);
  overflow-wrap: anywhere;
}
.code {
  font: 700 clamp(52px, 13.5vw, 190px) / 1.12 var(--font-head);
  letter-spacing: 0.06em;
}
.how {
  font-size: clamp(18px, 2vw, 26px);
  color: var(--on-mast-2);
  margin-block-end: 20px;
}
.qr {
  width: clamp(150px, 30vh, 300px);
  margin-inline: auto;
}
</style>
