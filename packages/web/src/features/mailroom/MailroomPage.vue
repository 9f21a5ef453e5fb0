<script setup lang="ts">
/** What was sent by mail to whom, and how the sending went; what our stand-in caught is read here. */
import { Button } from 'ant-design-vue';
import type { MailReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useTermLine } from '../termline';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import ListTable from '../../ui/ListTable.vue';
import FoldedPart from '../../ui/FoldedPart.vue';

const { t, when, count } = useWords();
const session = useSession();
const line = useTermLine();
const { state, value, why, reload } = useLoad(() => ask('GET /api/mailroom'));
const chosen = ref<string | null>(null);
const open = computed(() => value.value?.mails.find((one) => one.id === chosen.value) ?? value.value?.mails[0] ?? null);
const at = (instant: number) => when(instant, line.zone);
const how = (mail: MailReply) =>
  mail.state === 'sent'
    ? t(mail.caughtAt === null ? 'mailroom.sent' : 'mailroom.caught', { when: at(mail.sentAt!) })
    : mail.state === 'failed'
      ? t('mailroom.failed', { n: mail.tries }, mail.tries)
      : mail.tries === 0
        ? t('mailroom.waiting')
        : t('mailroom.retrying', { n: mail.tries, when: at(mail.nextTryAt) }, mail.tries);
const STATES = ['waiting', 'failed', 'sent'] as const;
const columns = computed((): ListColumn<MailReply>[] => [
  { key: 'subject', title: t('mailroom.about'), sort: byText((mail) => mail.subject) },
  {
    key: 'state',
    title: t('mailroom.state'),
    width: 150,
    filter: {
      options: STATES.map((one) => ({ value: one, label: t(`mailroom.states.${one}`) })),
      of: (mail) => (mail.state === 'sent' || mail.state === 'failed' ? mail.state : 'waiting'),
    },
  },
  { key: 'made', title: t('mailroom.made'), width: 130, sort: byNumber((mail) => mail.madeAt), hideable: true },
]);
// Addresses in a mail are ours: they become links, all else stays text.
const parts = computed(() => (open.value?.body ?? '').split(/(https?:\/\/\S+)/));
async function again(mail: MailReply): Promise<void> {
  await ask('POST /api/mailroom/:mailId/again', { params: { mailId: mail.id } });
  await reload();
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading">
        <h1>{{ t('mailroom.title') }}</h1>
        <span class="small">{{ session.me?.keeper ? t('mailroom.keeper') : t('mailroom.own') }}</span><Button @click="reload">
          {{ t('mailroom.reload') }}
        </Button>
      </div>
      <p v-if="value?.standIn" class="note">{{ t('mailroom.standIn') }}</p>
      <div v-if="value && (value.held.length > 0 || value.withoutAddress.length > 0)" class="waiting">
        <FoldedPart v-if="value.held.length > 0" class="sheet box fold" :title="count('mailroom.held', value.held.length)">
          <ul class="plain small">
            <li v-for="one in value.held" :key="one.id" class="row">
              <span class="grow" dir="auto">{{ one.toName }}</span><span class="muted">{{ count('mailroom.things', one.news) }}</span
              ><span>{{ t('mailroom.until', { when: at(one.until) }) }}</span>
            </li>
          </ul>
        </FoldedPart>
        <FoldedPart
          v-if="value.withoutAddress.length > 0"
          class="sheet box fold"
          :title="count('mailroom.noAddress', value.withoutAddress.length)"
        >
          <ul class="plain small">
            <li v-for="one in value.withoutAddress" :key="one.id" class="row">
              <span class="grow" dir="auto">{{ one.name }}</span><span class="muted">{{ count('mailroom.things', one.news) }}</span>
            </li>
          </ul>
        </FoldedPart>
      </div>
      <div v-if="!open" class="note empty">
        <p>{{ t('mailroom.empty') }}</p>
        <p class="muted">{{ t('mailroom.emptyHint') }}</p>
      </div>
      <div v-else class="columns">
        <ListTable
          name="mailroom"
          class="sheet list"
          :label="t('mailroom.title')"
          :rows="value!.mails"
          :columns="columns"
          :key-of="(mail: MailReply) => mail.id"
          :row-class="(mail: MailReply) => (mail.id === open!.id ? 'open' : '')"
          :empty="t('mailroom.empty')"
        >
          <template #subject="{ row }: { row: MailReply }">
            <Button type="link" class="subject" :aria-current="row.id === open.id ? 'true' : undefined" @click="chosen = row.id">
              <span class="clip" dir="auto">{{ row.subject }}</span>
            </Button>
            <span class="small clip to" dir="auto">{{ row.toName || row.to }}</span>
          </template>
          <template #state="{ row }: { row: MailReply }"
            ><span class="small" :class="row.state === 'failed' ? 'alarm' : row.state === 'sent' ? 'muted' : ''">{{
              how(row)
            }}</span></template
          >
          <template #made="{ row }: { row: MailReply }"
            ><span class="small muted">{{ at(row.madeAt) }}</span></template
          >
        </ListTable>
        <article class="sheet letter stack">
          <h2 dir="auto">{{ open.subject }}</h2>
          <dl class="facts">
            <dt>{{ t('mailroom.to') }}</dt>
            <dd dir="auto">{{ open.toName ? `${open.toName} <${open.to}>` : open.to }}</dd>
            <template v-if="open.by"
              ><dt>{{ t('mailroom.by') }}</dt>
              <dd dir="auto">{{ open.by }}</dd></template
            >
            <dt>{{ t('mailroom.state') }}</dt>
            <dd>{{ how(open) }}</dd>
          </dl>
          <p v-if="open.problem" class="note bad">
            {{ t('mailroom.problem', { why: open.problem }) }}
            <Button v-if="open.state !== 'sent'" @click="again(open)">{{ t('mailroom.again') }}</Button>
          </p>
          <p class="body" dir="auto">
            <template v-for="(part, index) in parts" :key="index"
              ><a v-if="index % 2 === 1" :href="part" rel="noopener">{{ part }}</a
              ><template v-else>{{ part }}</template></template
            >
          </p>
        </article>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.fold {
  padding: 4px 14px;
}
.waiting {
  display: grid;
  gap: 10px;
  margin-block-start: 14px;
  max-width: 720px;
}
.waiting ul {
  margin-block-start: 8px;
  max-height: 240px;
  overflow: auto;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 560px) minmax(0, 1fr);
  gap: 20px;
  margin-block-start: 16px;
  align-items: start;
}
.list {
  max-height: calc(100vh - 260px);
  overflow: auto;
}
.list :deep(tr.open td) {
  background: var(--surface-now);
}
.subject {
  max-width: 100%;
  padding-inline: 0;
  height: auto;
}
.to {
  display: block;
}
.letter {
  padding: 22px 26px;
}
.facts {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 0;
  font-size: 14px;
}
.facts dt {
  color: var(--text-3);
}
.facts dd {
  margin: 0;
}
.body {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font: 16px/1.6 var(--font-read);
  max-width: 70ch;
}
.empty {
  margin-block-start: 16px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
