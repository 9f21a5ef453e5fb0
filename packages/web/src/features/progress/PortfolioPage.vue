<script setup lang="ts">
/** A portfolio: one's own over all years, or for a teacher what a student has of their class. */
import { Button, Textarea } from 'ant-design-vue';
import type { PortfolioReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count, points, day } = useWords();
const route = useRoute();
const line = useTermLine();
const { kept } = useScope();
const { problem, busy, attempt } = useAttempt();
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
/** what was just taken out, so that it can be put back with what was said of it */
const out = ref<PortfolioReply['pieces'][number] | null>(null);
const remove = (piece: PortfolioReply['pieces'][number]) =>
  attempt(async () => {
    const pieceId = piece.id;
    await (own.value
      ? ask('DELETE /api/my/portfolio/:pieceId', { params: { pieceId } })
      : ask('DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId', { params: { ...theirs.value, pieceId } }));
    out.value = piece;
    await reload();
  });
async function putBack(): Promise<void> {
  const piece = out.value;
  if (piece && (await put(piece.assignmentId, piece.why))) out.value = null;
}
watch([own, theirs], () => (out.value = null));
const takeHome = () => attempt(() => download('GET /api/my/portfolio/zip', 'portfolio.zip'));
const pieceAddress = (id: string) => ({
  path: own.value ? `/work/${id}` : `/marking/${id}/${String(route.params.student)}`,
  query: kept.value,
});
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
          {{ t('portfolio.takeHome') }}
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
          <p v-if="value.pieces.length === 0" class="note">{{ t('portfolio.none') }}</p>
          <ul v-else class="plain">
            <li v-for="piece in value.pieces" :key="piece.id" class="sheet piece">
              <div class="row">
                <RouterLink class="row-link grow" :to="pieceAddress(piece.assignmentId)" dir="auto">{{ piece.title }}</RouterLink><strong
                  v-if="piece.effective !== null && piece.points !== null"
                  >{{ points(piece.effective) }} / {{ points(piece.points) }}</strong
                >
              </div>
              <p class="small muted">
                <span dir="auto">{{ piece.className }}</span><template v-if="piece.handedInAt !== null">
                  · {{ day(piece.handedInAt, line.zone) }}</template
                ><template v-if="piece.files > 0"> · {{ count('portfolio.files', piece.files) }}</template>
              </p>
              <p v-if="piece.why" class="note why" dir="auto">{{ piece.why }}</p>
              <p v-if="piece.excerpt" class="excerpt" dir="auto">{{ piece.excerpt }}</p>
              <p class="row small muted">
                <span class="grow" dir="auto">{{ t('portfolio.chosenBy', { name: piece.by }) }}</span><Button
                  v-if="piece.removable"
                  type="link"
                  size="small"
                  :aria-label="`${t('portfolio.remove')}: ${piece.title}`"
                  @click="remove(piece)"
                >
                  {{ t('portfolio.remove') }}
                </Button>
              </p>
            </li>
          </ul>
        </section>
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
            <Button type="primary" html-type="submit" :disabled="busy || chosen === ''">{{ t('portfolio.go') }}</Button>
          </template>
        </FieldForm>
      </div>
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
.piece {
  padding: 14px 18px;
  margin-block-end: 12px;
}
.piece p {
  margin: 4px 0 0;
}
.why {
  margin-block-start: 8px !important;
}
.excerpt {
  font-family: var(--font-read);
  color: var(--text-2);
  overflow-wrap: anywhere;
}
.add {
  padding: 16px 18px;
}
.add h2 {
  font-size: 18px;
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
