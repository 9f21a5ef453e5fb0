<script setup lang="ts">
/** What is handed in: when, what, its receipt; how to take it back and what that costs; how it went. */
import { Button } from 'ant-design-vue';
import { isBlank } from '@jolly/core';
import type { MyPieceReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { now } from '../../api/client';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import HowItWent from './HowItWent.vue';
import { fileAddress } from '../files';
import FoldedPart from '../../ui/FoldedPart.vue';
import LinkButton from '../../ui/LinkButton.vue';

const props = defineProps<{ value: MyPieceReply; busy: boolean }>();
const emit = defineEmits<{ takeBack: []; said: []; versions: [] }>();
const { t, length, points, when } = useWords();
const { kept } = useScope();
const piece = computed(() => props.value.piece);
const handIn = computed(() => props.value.handIn!);
/** Words on a paper are read on the paper, among the files. */
const hasText = computed(() => !isBlank(handIn.value.text) || handIn.value.sheets.length > 0);
const zone = computed(() => piece.value.zone);
const pastDue = computed(() => piece.value.window.due !== null && piece.value.window.due < now());
const cost = computed(() => {
  const { lateNow } = props.value;
  if (lateNow === null) return pastDue.value ? t('piece.takeBackLate') : t('piece.takeBackFree');
  return lateNow.takenOff > 0 && piece.value.points !== null
    ? t('piece.takeBackCost', { length: length(lateNow.lateBy), n: points(lateNow.takenOff), max: points(piece.value.points) })
    : t('piece.takeBackLate');
});
</script>

<template>
  <div class="sheet handed stack">
    <div class="row wrap">
      <h2 class="grow">{{ t(piece.lateBy > 0 ? 'piece.inNowLate' : 'piece.inNow') }}</h2>
      <Button type="link" @click="emit('versions')">{{ t('versions.title') }}</Button><LinkButton
        :to="{ path: `/work/${piece.assignmentId}/receipt`, query: kept }"
        >{{ t('piece.receipt') }}</LinkButton
      >
    </div>
    <dl class="receipt">
      <dt>{{ t('piece.receiptTime') }}</dt>
      <dd>{{ when(handIn.at, zone) }}</dd>
      <dt>{{ t('piece.receiptVersion') }}</dt>
      <dd>{{ handIn.version }}</dd>
      <template v-if="value.team"
        ><dt>{{ t('piece.receiptBy') }}</dt>
        <dd dir="auto">{{ handIn.by }}</dd></template
      >
      <dt>{{ t('piece.receiptCode') }}</dt>
      <dd>{{ handIn.receipt }}</dd>
    </dl>
    <ul v-if="handIn.files.length > 0" class="plain">
      <li v-for="file in handIn.files" :key="file.id" class="file">
        <a :href="fileAddress(file.id)" download class="grow clip" dir="auto">{{ file.name }}</a><span
          class="muted small"
          :title="file.fingerprint"
          >{{ t('piece.receiptFingerprint') }} {{ t('piece.fingerprintShort', { start: file.fingerprint.slice(0, 8) }) }}</span
        ><audio v-if="file.answers" controls preload="none" :src="fileAddress(file.id, 'inline')" :aria-label="file.name" />
      </li>
    </ul>
    <div v-if="value.mayTakeBack === null" class="back stack">
      <p>{{ t(value.team ? 'piece.takeBackTeam' : 'piece.takeBackWhy') }} {{ cost }}</p>
      <div>
        <Button :disabled="busy" @click="emit('takeBack')">{{ t('piece.takeBack') }}</Button>
      </div>
    </div>
    <p v-else-if="value.mayTakeBack === 'closed'" class="muted">
      {{ t('piece.takeBackClosed', { when: when(piece.window.closes ?? 0, zone) }) }}
    </p>
    <p v-else-if="value.mayTakeBack === 'marking'" class="muted">{{ t('piece.locked') }}</p>
    <HowItWent v-if="!piece.returned" :assignment-id="piece.assignmentId" :went="value.went" @said="emit('said')" />
    <FoldedPart v-if="hasText && !value.marked" class="own-text" :open="handIn.words < 300" :title="t('piece.whatYouWrote')">
      <RichTextView v-if="handIn.text" :text="handIn.text" />
      <div v-for="one in handIn.sheets" :key="`${one.attachmentId} ${one.studentId}`">
        <h3 dir="auto">{{ one.title }}</h3>
        <RichTextView :text="one.text" />
      </div>
    </FoldedPart>
  </div>
</template>

<style scoped>
.handed {
  padding: 18px 20px;
  border-inline-start: 6px solid var(--flag-in);
}
.own-text,
.back {
  border-block-start: 1px solid var(--line-2);
  padding-block-start: 12px;
}
.receipt {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 16px;
  margin: 0;
}
.receipt dt {
  color: var(--text-3);
}
.receipt dd {
  margin: 0;
}
.file {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  padding-block: 3px;
}
</style>
