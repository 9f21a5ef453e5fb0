<script setup lang="ts">
/** A portfolio: one's own over all years, or for a teacher what a student has of their class. */
import { Button, Textarea } from 'ant-design-vue';
import type { LookBack, PortfolioPiece } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import { useKeptHere } from '../../ui/kept-here';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import OwnPieceSheet from './OwnPieceSheet.vue';
import { begunBefore } from './use-own-piece';
import PortfolioCard from './PortfolioCard.vue';
import WordActs from './WordActs.vue';

const { t } = useWords();
const route = useRoute();
const { problem, busy, attempt } = useAttempt();
const placeOf = useKeptHere();
const own = computed(() => route.params.student === undefined);
const theirs = computed(() => ({ classId: String(route.params.classId), studentId: String(route.params.student) }));
const { state, value, why, reload } = useLoad(
  () =>
    own.value ? ask('GET /api/my/portfolio') : ask('GET /api/classes/:classId/progress/:studentId/portfolio', { params: theirs.value }),
  [own, theirs],
);
const chosen = ref('');
const reason = ref('');
const put = (assignmentId: string, text: string) =>
  attempt(async () => {
    const body = { assignmentId, why: text.trim() };
    value.value = await (own.value
      ? ask('PUT /api/my/portfolio', { body })
      : ask('PUT /api/classes/:classId/progress/:studentId/portfolio', { params: theirs.value, body }));
  });
async function add(): Promise<void> {
  if (!(await put(chosen.value, reason.value))) return;
  chosen.value = '';
  reason.value = '';
}
/** what was just taken out, so that it can be put back with what was said of it; a piece of one's own is gone with its files */
const out = ref<(PortfolioPiece & { assignmentId: string }) | null>(null);
const removing = ref<PortfolioPiece | null>(null);
const remove = (piece: PortfolioPiece) =>
  attempt(async () => {
    const pieceId = piece.id;
    await (own.value
      ? ask('DELETE /api/my/portfolio/:pieceId', { params: { pieceId } })
      : ask('DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId', { params: { ...theirs.value, pieceId } }));
    const { assignmentId } = piece;
    out.value = assignmentId === null ? null : { ...piece, assignmentId };
    removing.value = null;
    await reload();
  });
async function putBack(): Promise<void> {
  const piece = out.value;
  if (piece && (await put(piece.assignmentId, piece.why))) out.value = null;
}
watch([own, theirs], () => (out.value = null));
const takeHome = () => attempt(() => download('GET /api/my/portfolio/zip', 'portfolio.zip'));
const addressOf = ({ assignmentId }: PortfolioPiece): string | null =>
  assignmentId === null ? null : own.value ? `/work/${assignmentId}` : `/marking/${assignmentId}/${String(route.params.student)}`;

/** of which piece a teacher says something else than they have said */
const otherwise = ref('');
/** a teacher's word on its way, with which piece it is about */
const saying = useAttempt();
const sayingOf = ref('');
async function say(piece: PortfolioPiece, yes: boolean, word: string): Promise<boolean> {
  [sayingOf.value, problem.value] = [piece.id, null];
  const said = await saying.attempt(async () => {
    await ask('PUT /api/portfolio/:pieceId/word', { params: { pieceId: piece.id }, body: { yes, word, version: piece.version } });
    otherwise.value = '';
    await reload();
  });
  if (saying.problem.value?.code !== 'conflict.changedMeanwhile') return said;
  // What was changed meanwhile is shown as it is, which is said above all; the word stays.
  [problem.value, saying.problem.value] = [saying.problem.value, null];
  await reload();
  return false;
}

/** what of one's own is put together in the sheet */
const making = ref<{ first: PortfolioPiece | null; about: LookBack | null } | null>(null);
const begin = (about: LookBack | null) => {
  const first = begunBefore(value.value?.pieces ?? [], about, placeOf);
  making.value = { first, about: first ? null : about };
};
const stored = () => {
  making.value = null;
  return reload();
};
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page">
      <div class="heading">
        <h1>{{ t('portfolio.title') }}</h1>
        <span class="small grow">{{ t(own ? 'portfolio.own' : 'portfolio.of') }}</span><Button
          v-if="own"
          :disabled="busy || value.pieces.length === 0"
          :title="t('portfolio.takeHomeHint')"
          @click="takeHome"
        >
          {{ t('portfolio.takeHome') }} </Button
        ><Button v-if="own && value.classes.length > 0" type="primary" :title="t('portfolio.ownHint')" @click="begin(null)">
          {{ t('portfolio.ownNew') }}
        </Button>
      </div>
      <ProblemNote :problem="problem" />
      <div class="parts">
        <section>
          <p v-if="out" class="note row" role="status">
            <span class="grow" dir="auto">{{ t('portfolio.takenOut', { title: out.title }) }}</span><Button
              :disabled="busy"
              @click="putBack"
            >
              {{ t('portfolio.putBack') }}
            </Button>
          </p>
          <div v-for="one in value.lookBack" :key="one.classId" class="note row wrap">
            <span class="grow" dir="auto"
              ><strong>{{ t('portfolio.lookBackAt', { term: one.term, className: one.className }) }}</strong>
              {{ t('portfolio.lookBackHint', { day: localDayText(one.ends) }) }}</span
            ><Button @click="begin(one)">{{ t('portfolio.lookBack', { term: one.term }) }}</Button>
          </div>
          <p v-if="value.pieces.length === 0" class="note">{{ t(own ? 'portfolio.none' : 'portfolio.noneOf') }}</p>
          <ul v-else class="plain">
            <template v-for="piece in value.pieces" :key="piece.id">
              <PortfolioCard
                :piece="piece"
                :to="addressOf(piece)"
                :mine="own"
                @remove="piece.assignmentId === null ? (removing = piece) : remove(piece)"
                @change="making = { first: piece, about: null }"
                ><template v-if="!own && piece.own"
                  ><WordActs
                    v-if="piece.stand === 'waits' || otherwise === piece.id"
                    :id="piece.id"
                    :title="piece.title"
                    :name="piece.by"
                    :busy="busy || saying.busy.value"
                    :problem="sayingOf === piece.id ? saying.problem.value : null"
                    :say="(yes, word) => say(piece, yes, word)"
                  /><Button v-else type="link" size="small" @click="otherwise = piece.id">{{ t('portfolio.otherwise') }}</Button></template
                ></PortfolioCard
              >
              <li v-if="removing?.id === piece.id" class="note row wrap">
                <span class="grow" dir="auto">{{ t('portfolio.goneForGood', { title: piece.title }) }}</span><Button
                  danger
                  :disabled="busy"
                  @click="remove(piece)"
                  >{{ t('portfolio.removeGo') }}</Button
                ><Button @click="removing = null">{{ t('common.cancel') }}</Button>
              </li>
            </template>
          </ul>
        </section>
        <aside>
          <FieldForm class="sheet add" @send="add">
            <h2>{{ t('portfolio.add') }}</h2>
            <p v-if="value.candidates.length === 0" class="muted">{{ t('portfolio.nothing') }}</p>
            <template v-else>
              <FormLine :label="t('portfolio.piece')" for="portfolio-piece">
                <SelectField
                  id="portfolio-piece"
                  v-model="chosen"
                  required
                  :options="[
                    { value: '', label: t('portfolio.choose'), disabled: true },
                    ...value.candidates.map((one) => ({ value: one.assignmentId, label: `${one.title} · ${one.className}` })),
                  ]"
                />
              </FormLine>
              <FormLine :label="t('portfolio.why')" for="portfolio-why" :hint="t('portfolio.whyHint')">
                <Textarea id="portfolio-why" v-model:value="reason" :auto-size="{ minRows: 3, maxRows: 12 }" :maxlength="500" dir="auto" />
              </FormLine>
              <Button :type="own ? 'default' : 'primary'" html-type="submit" :disabled="busy || chosen === ''">{{
                t('portfolio.go')
              }}</Button>
              <p v-if="own" class="small muted">{{ t('portfolio.seenHint') }}</p>
            </template>
          </FieldForm>
        </aside>
      </div>
      <OwnPieceSheet v-if="making" v-bind="making" :classes="value.classes" @close="making = null" @stored="stored" />
    </div>
  </LoadGate>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 24px;
  max-inline-size: 1100px;
  align-items: start;
}
.add {
  padding: 16px 18px;
}
.add h2 {
  font-size: 18px;
}
.note {
  margin-block-end: 12px;
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
