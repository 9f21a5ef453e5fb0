<script setup lang="ts">
/** What happens to a brief next: kept as a draft, issued now or later, saved once it is out; and what stands in its way. */
import { Button } from 'ant-design-vue';
import type { BriefEffects } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { now } from '../../api/client';
import { useLatest } from '../../api/use-latest';
import { timeText } from '../../time/format';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import type { useBrief } from './use-brief';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{
  brief: ReturnType<typeof useBrief>;
  zone: string;
  /** to how many students it goes */
  goesTo: number;
}>();
const { t, count, when } = useWords();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const { brief } = props;
const { body, sets, stored, theirs, savedAt, saving, problem, pointsAsked, out, contradiction, dirty } = brief;

const later = ref<{ at: number | null } | null>(null);
const sureToDelete = ref(false);
const effects = ref<BriefEffects | null>(null);
const issuedAt = computed(() => stored.value?.classes.find((one) => one.issuedAt !== null)?.issuedAt ?? null);
const timed = computed(() => issuedAt.value !== null && issuedAt.value > now());
const begun = computed(() => stored.value?.classes.reduce((sum, one) => sum + one.begun, 0) ?? 0);
/** classes that were added to what is out already */
const unissued = computed(() => out.value && (stored.value?.classes.some((one) => one.issuedAt === null) ?? false));

async function leave(path: string): Promise<void> {
  void line.load();
  await router.push({ path, query: scope.kept.value });
}
async function issue(at: number | null): Promise<void> {
  const students = await brief.issue(at);
  if (students === null) return;
  later.value = null;
  if (at === null)
    await leave(body.value.kind === 'handout' || !stored.value ? '/plan' : `/assignments/${stored.value.classes[0]!.assignmentId}`);
  else void line.load();
}
async function keepDraft(): Promise<void> {
  await brief.save();
  if (!problem.value && !theirs.value) await leave('/plan');
}
async function deleteDraft(): Promise<void> {
  if (await brief.deleteDraft()) await leave('/plan');
  else sureToDelete.value = false;
}
// Before changes of what is out are saved, whom they touch is asked and said.
const asked = useLatest(500, (found: Awaited<ReturnType<typeof brief.effects>> | null) => (effects.value = found));
watch(
  [body, sets, stored],
  () => {
    asked.drop();
    effects.value = null;
    if (!out.value || !dirty.value || contradiction.value || sets.value.length === 0) return;
    asked.ask(() => brief.effects().catch(() => null));
  },
  { deep: true },
);
const effectText = computed(() => {
  const one = effects.value;
  if (!one) return '';
  const has = one.has.reduce((sum, { students }) => sum + students, 0);
  const parts = [
    count('compose.saveMoved', one.moved),
    ...(one.keep > 0 ? [count('compose.saveKeep', one.keep)] : []),
    ...(one.gone > 0 ? [count('compose.saveGone', one.gone)] : []),
  ];
  return `${t('compose.saveHas', { students: count('common.students', has) })} ${parts.join('; ')}.`;
});
</script>

<template>
  <div class="foot">
    <div v-if="theirs" class="note bad stack" role="alert">
      <p>
        {{ t('compose.conflict') }} “{{ theirs.title }}”,
        {{ theirs.classes[0]?.due == null ? t('common.noDue') : t('common.due', { when: when(theirs.classes[0].due, zone) }) }}.
      </p>
      <div class="row">
        <Button @click="brief.takeTheirs">{{ t('compose.conflictTheirs') }}</Button><Button @click="brief.keepMine">
          {{ t('compose.conflictMine') }}
        </Button>
      </div>
    </div>
    <div v-else-if="pointsAsked" class="note stack" role="alert">
      <p>{{ count('compose.pointsAsked', pointsAsked.pieces, { from: pointsAsked.from / 1000, to: pointsAsked.to / 1000 }) }}</p>
      <div class="row wrap">
        <Button :disabled="saving" @click="brief.answerPoints('keep')"> {{ t('compose.pointsKeep') }}</Button><Button
          type="primary"
          :disabled="saving"
          @click="brief.answerPoints('scale')"
        >
          {{ t('compose.pointsScale') }}
        </Button>
      </div>
    </div>
    <ProblemNote v-else-if="problem" :problem="problem" />
    <p class="small muted" role="status">
      <template v-if="saving">{{ t('common.saving') }}</template>
      <template v-else-if="out"
        >{{ timed ? t('compose.issuedLater', { when: when(issuedAt!, zone) }) : t('compose.issued', { when: when(issuedAt!, zone) })
        }}<template v-if="dirty"> · {{ effectText }}</template
        ><template v-else-if="savedAt"> · {{ t('compose.savedAgain') }}</template></template
      >
      <template v-else-if="savedAt && !dirty">{{ t('compose.draftKept', { time: timeText(savedAt, zone) }) }}</template>
      <template v-else-if="!stored">{{ t('compose.notYet') }}</template>
    </p>
    <div v-if="later" class="row wrap">
      <span class="muted small">{{ t('compose.issueAt') }}</span><WhenField
        v-model="later.at"
        :zone="zone"
        :usual-time="'08:00'"
        :label="t('compose.issueAt')"
      />
    </div>
    <div class="row wrap">
      <template v-if="later">
        <Button @click="later = null">{{ t('common.cancel') }}</Button><span class="grow" />
        <Button type="primary" :disabled="later.at === null || contradiction" @click="issue(later.at)">
          {{ count('compose.issueThen', goesTo) }}
        </Button>
      </template>
      <template v-else-if="out">
        <Button v-if="begun === 0" @click="brief.withdraw()">{{ t('compose.backToDraft') }}</Button>
        <LinkButton v-else :to="{ path: `/assignments/${stored!.classes[0]!.assignmentId}`, query: scope.kept.value }">{{
          t('common.close')
        }}</LinkButton>
        <span class="grow" />
        <template v-if="dirty">
          <!-- The question above is the next thing then. -->
          <Button :disabled="contradiction || saving" @click="brief.save({ tell: false })">
            {{ t('compose.saveQuietly') }}
          </Button>
          <Button :type="!pointsAsked ? 'primary' : 'default'" :disabled="contradiction || saving" @click="brief.save({ tell: true })">
            {{ t('compose.saveChanges') }}
          </Button>
        </template>
        <Button v-else-if="timed || unissued" type="primary" @click="issue(null)">{{ t('compose.issueNow') }}</Button>
      </template>
      <template v-else>
        <Button :disabled="body.title.trim() === '' || contradiction" @click="keepDraft">
          {{ t('compose.keepDraft') }}
        </Button>
        <Button v-if="stored && !sureToDelete" type="link" @click="sureToDelete = true">
          {{ t('compose.deleteDraft') }}
        </Button>
        <Button v-if="sureToDelete" @click="deleteDraft">{{ t('compose.deleteSure') }}</Button>
        <span class="grow" />
        <Button :disabled="body.title.trim() === '' || contradiction" @click="later = { at: null }">
          {{ t('compose.issueLater') }}
        </Button>
        <Button type="primary" :disabled="body.title.trim() === '' || contradiction || goesTo === 0" @click="issue(null)">
          {{ count('compose.issue', goesTo) }}
        </Button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.foot {
  border-block-start: 1px solid var(--line);
  padding-block-start: 10px;
  position: sticky;
  bottom: 0;
  background: var(--surface);
  padding-block-end: 4px;
  z-index: 1;
}
.foot .row {
  margin-block-start: 8px;
}
.foot .note {
  margin-block-end: 8px;
}
</style>
