<script setup lang="ts">
/** The receipt of a hand-in, to look at and to print. */
import { Button } from 'ant-design-vue';
import { wordCount, writtenWords } from '@jolly/core';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { whenText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { fingerprintOf } from './fingerprint';
import FileButton from '../../ui/FileButton.vue';
import LinkButton from '../../ui/LinkButton.vue';

const { t, count } = useWords();
const route = useRoute();
const session = useSession();
const id = String(route.params.id);
// Of the hand-in that stands, or of an earlier one by its number.
const { state, value, why, reload } = useLoad(async () => {
  const reply = await ask('GET /api/my/work/:assignmentId', { params: { assignmentId: id } });
  const { version } = route.query;
  return typeof version === 'string'
    ? {
        ...reply,
        handIn: await ask('GET /api/my/work/:assignmentId/receipts/:version', { params: { assignmentId: id, version: Number(version) } }),
      }
    : reply;
});
const print = () => window.print();

/** Is this what I handed in? Compared here in the browser; the file goes nowhere. */
const checked = ref<{ name: string; same: string | null }[]>([]);
async function check(files: File[]): Promise<void> {
  const handed = value.value?.handIn?.files ?? [];
  checked.value = await Promise.all(
    files.map(async (file) => {
      const fingerprint = await fingerprintOf(await file.arrayBuffer());
      return { name: file.name, same: handed.find((one) => one.fingerprint === fingerprint)?.name ?? null };
    }),
  );
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <p v-if="!value?.handIn" class="note">{{ t('desk.nothingIn') }}</p>
      <article v-else class="sheet paper stack">
        <h1 dir="auto">{{ t('piece.receiptTitle', { title: value.handIn.receivedFor }) }}</h1>
        <dl class="facts">
          <dt>{{ t('assignment.columns.student') }}</dt>
          <dd dir="auto">
            {{
              value.team
                ? value.team.members.map((one) => `${one.givenName} ${one.familyName}`).join(', ')
                : `${session.me?.givenName} ${session.me?.familyName}`
            }}
          </dd>
          <template v-if="value.team"
            ><dt>{{ t('piece.receiptBy') }}</dt>
            <dd dir="auto">{{ value.handIn.by }}</dd></template
          >
          <dt>{{ t('plan.class') }}</dt>
          <dd>{{ value.piece.className }}</dd>
          <dt>{{ t('piece.receiptTime') }}</dt>
          <dd>{{ whenText(value.handIn.at, value.piece.zone) }} ({{ value.piece.zone }})</dd>
          <dt>{{ t('piece.receiptVersion') }}</dt>
          <dd>{{ value.handIn.version }}</dd>
          <dt>{{ t('piece.receiptCode') }}</dt>
          <dd>
            <strong>{{ value.handIn.receipt }}</strong>
          </dd>
          <dt>{{ t('compose.kinds.text') }}</dt>
          <dd>
            {{ count('desk.words', wordCount(value.handIn.text))
            }}<span v-if="value.handIn.textFingerprint" class="fingerprint block">{{ value.handIn.textFingerprint }}</span>
          </dd>
          <template v-for="one in value.handIn.sheets" :key="one.attachmentId"
            ><dt dir="auto">{{ one.title }}</dt>
            <dd>
              {{ count('desk.words', writtenWords(one.text)) }}<span class="fingerprint block">{{ one.fingerprint }}</span>
            </dd></template
          >
          <template v-for="file in value.handIn.files" :key="file.id"
            ><dt dir="auto">{{ file.name }}</dt>
            <dd class="fingerprint">{{ t('piece.receiptFingerprint') }} SHA-256<br />{{ file.fingerprint }}</dd></template
          >
        </dl>
        <section class="no-print check stack">
          <h2>{{ t('piece.check') }}</h2>
          <p class="muted small">{{ t('piece.checkHint') }}</p>
          <div>
            <FileButton multiple @files="check">{{ t('piece.checkChoose') }}</FileButton>
          </div>
          <ul v-if="checked.length > 0" class="plain" role="status">
            <li v-for="one in checked" :key="one.name" :class="one.same ? 'good' : 'alarm'" dir="auto">
              {{ one.same ? t('piece.checkSame', { name: one.name, handed: one.same }) : t('piece.checkOther', { name: one.name }) }}
            </li>
          </ul>
        </section>
        <div class="row no-print">
          <Button type="primary" @click="print">{{ t('piece.print') }}</Button><LinkButton :to="`/work/${id}`">{{
            t('common.close')
          }}</LinkButton>
        </div>
      </article>
    </div>
  </LoadGate>
</template>

<style scoped>
.paper {
  max-width: 640px;
  margin-inline: auto;
  padding: 28px 32px;
}
.paper h1 {
  overflow-wrap: anywhere;
}
.facts {
  display: grid;
  grid-template-columns: minmax(110px, auto) 1fr;
  gap: 8px 20px;
  margin-block-end: 0;
}
.facts dt {
  color: var(--text-3);
  overflow-wrap: anywhere;
}
.facts dd {
  margin: 0;
}
.fingerprint {
  font:
    13px/1.4 ui-monospace,
    monospace;
  overflow-wrap: anywhere;
}
.block {
  display: block;
}
.check {
  border-block-start: 1px solid var(--line);
  padding-block-start: 14px;
}
.check h2 {
  font-size: 16px;
}
</style>
