<script setup lang="ts">
/** One review to give: somebody's work without a name, and what to say about it. What is written is kept as one goes. */
import { Button, Textarea } from 'ant-design-vue';
import type { Chosen, ReviewReply } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ApiProblem, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { FileView } from '../files';
import { ChoiceLadder } from '../marking';
import { useScope } from '../termline';
import LinkButton from '../../ui/LinkButton.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const SAVE_AFTER_MS = 1500;
const { t, when } = useWords();
const route = useRoute();
const { kept } = useScope();
const id = computed(() => String(route.params.id));
const me = useSession().me?.id ?? '';
const key = computed(() => `jolly-review ${me} /api/my/reviews/${id.value}`);
const text = ref('');
const chosen = ref<Chosen | null>(null);
const said = ref('');
const problem = ref('');
const busy = ref(false);
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/reviews/:reviewId', { params: { reviewId: id.value } }), [id]);
function take(reply: ReviewReply): void {
  const here = JSON.parse(localStorage.getItem(key.value) ?? 'null') as { text: string; chosen: Chosen | null } | null;
  text.value = here?.text ?? reply.text;
  chosen.value = here?.chosen ?? (Object.keys(reply.choices).length > 0 ? { by: 'rubric', choices: reply.choices } : null);
}
watch(value, (reply, before) => reply && !before && take(reply));
const choices = computed(() => (chosen.value?.by === 'rubric' ? chosen.value.choices : {}));
const changed = computed(
  () =>
    value.value !== null &&
    (text.value.trim() !== value.value.text || JSON.stringify(choices.value) !== JSON.stringify(value.value.choices)),
);

async function store(give: boolean): Promise<void> {
  if (!value.value) return;
  clearTimeout(soon);
  // What is typed while a save is on its way goes with the next.
  if (busy.value) return void (soon = setTimeout(() => void store(give), SAVE_AFTER_MS));
  busy.value = true;
  problem.value = '';
  const sent = { text: text.value.trim(), choices: choices.value };
  try {
    value.value = await ask('PUT /api/my/reviews/:reviewId', {
      params: { reviewId: id.value },
      body: { ...sent, give, version: value.value.version },
    });
    if (changed.value) plan();
    else localStorage.removeItem(key.value);
    said.value = t(value.value.givenAt !== null ? 'review.isGiven' : 'review.kept');
  } catch (error) {
    problem.value = error instanceof ApiProblem ? error.title : String(error);
    // Written in another tab too: what stands there is known now, and this can be kept over it.
    if (error instanceof ApiProblem && error.code === 'conflict.changedMeanwhile') value.value = error.current as ReviewReply;
  } finally {
    busy.value = false;
  }
}
let soon: ReturnType<typeof setTimeout> | undefined;
function plan(): void {
  clearTimeout(soon);
  soon = setTimeout(() => void store(false), SAVE_AFTER_MS);
}
watch([text, chosen], () => {
  if (!value.value?.open || !changed.value) return;
  localStorage.setItem(key.value, JSON.stringify({ text: text.value, chosen: chosen.value }));
  said.value = '';
  plan();
});
onBeforeUnmount(() => {
  clearTimeout(soon);
  if (changed.value && value.value?.open) void store(false);
});
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page columns">
      <section>
        <header class="head">
          <h1 dir="auto">{{ t('review.numbered', { title: value.title, n: value.number }) }}</h1>
          <p class="muted">
            {{ value.className
            }}<template v-if="value.due !== null"> · {{ t('common.due', { when: when(value.due, value.zone) }) }}</template> ·
            {{ t('review.anonymous') }}
          </p>
        </header>
        <p v-if="value.guidance" class="note" dir="auto">{{ value.guidance }}</p>
        <div class="sheet paper">
          <RichTextView v-if="value.work.text" :text="value.work.text" />
          <section v-for="(one, index) in value.work.sheets" :key="index">
            <h2 dir="auto">{{ one.title }}</h2>
            <RichTextView :text="one.text" />
          </section>
          <FileView v-for="file in value.work.files" :key="file.id" :file="file" />
        </div>
      </section>
      <aside class="stack">
        <FieldForm class="sheet say" @send="store(true)">
          <h2>{{ t('review.yours') }}</h2>
          <ChoiceLadder v-if="value.byRubric && value.open" v-model="chosen" :scoring="value.scoring" :points="null" advance />
          <FormLine :label="t('review.words')" for="review-text">
            <Textarea
              id="review-text"
              v-model:value="text"
              :auto-size="{ minRows: 8, maxRows: 12 }"
              :maxlength="4000"
              :disabled="!value.open"
              dir="auto"
              :placeholder="t('review.wordsHint')"
            />
          </FormLine>
          <p v-if="!value.open" class="note">{{ t('review.closed') }}</p>
          <p v-if="problem" class="note bad" role="alert">{{ problem }}</p>
          <p v-else-if="said" class="good small" role="status">{{ said }}</p>
          <div v-if="value.open" class="row">
            <Button
              type="primary"
              html-type="submit"
              :disabled="busy || (text.trim() === '' && Object.keys(choices).length === 0) || (value.givenAt !== null && !changed)"
            >
              {{ t(value.givenAt === null ? 'review.give' : 'review.giveAnew') }}</Button><LinkButton
              type="link"
              :to="{ path: '/work', query: kept }"
              >{{ t('review.later') }}</LinkButton
            >
          </div>
        </FieldForm>
      </aside>
    </div>
  </LoadGate>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 26px;
}
.head {
  margin-block-end: 12px;
}
.paper {
  padding: 26px 32px;
  margin-block-start: 12px;
}
.say {
  padding: 16px 18px;
  position: sticky;
  inset-block-start: 12px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .paper {
    padding: 18px;
  }
  .say {
    position: static;
  }
}
</style>
