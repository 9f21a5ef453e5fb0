<script setup lang="ts">
/** The receipt of a hand-in, to look at and to print. */
import type { MyPieceReply } from '@jolly/server/contract';
import { useI18n } from 'vue-i18n';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { whenText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useSession } from '../accounts';

const { t } = useI18n();
const route = useRoute();
const session = useSession();
const id = String(route.params.id);
const { state, value, why, reload } = useLoad(() => ask<MyPieceReply>('GET', `/api/my/work/${id}`));
const print = () => window.print();
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <p v-if="!value?.handIn" class="note">{{ t('desk.nothingIn') }}</p>
      <article v-else class="sheet paper stack">
        <h1 dir="auto">{{ t('piece.receiptTitle', { title: value.handIn.receivedFor }) }}</h1>
        <dl class="facts">
          <dt>{{ t('assignment.columns.student') }}</dt><dd dir="auto">{{ session.me?.givenName }} {{ session.me?.familyName }}</dd>
          <dt>{{ t('plan.class') }}</dt><dd>{{ value.piece.className }}</dd>
          <dt>{{ t('piece.receiptTime') }}</dt><dd>{{ whenText(value.handIn.at, value.piece.zone) }} ({{ value.piece.zone }})</dd>
          <dt>{{ t('piece.receiptVersion') }}</dt><dd>{{ value.handIn.version }}</dd>
          <dt>{{ t('piece.receiptCode') }}</dt><dd><strong>{{ value.handIn.receipt }}</strong></dd>
          <dt>{{ t('compose.kinds.text') }}</dt><dd>{{ t('desk.words', { n: value.handIn.words }, value.handIn.words) }}</dd>
          <template v-for="file in value.handIn.files" :key="file.id"><dt dir="auto">{{ file.name }}</dt><dd class="fingerprint">{{ t('piece.receiptFingerprint') }} SHA-256<br />{{ file.fingerprint }}</dd></template>
        </dl>
        <div class="row no-print"><button class="btn main" @click="print">{{ t('piece.print') }}</button><RouterLink class="btn" :to="`/work/${id}`">{{ t('common.close') }}</RouterLink></div>
      </article>
    </div>
  </LoadGate>
</template>

<style scoped>
.paper { max-width: 640px; margin-inline: auto; padding: 28px 32px; }
.paper h1 { overflow-wrap: anywhere; }
.facts { display: grid; grid-template-columns: minmax(110px, auto) 1fr; gap: 8px 20px; margin-block-end: 0; }
.facts dt { color: var(--text-3); overflow-wrap: anywhere; }
.facts dd { margin: 0; }
.fingerprint { font: 13px/1.4 ui-monospace, monospace; overflow-wrap: anywhere; }
</style>
