<script setup lang="ts">
/** A quiet check of the instructions: how they read, and what students will ask because it is not said. */
import { Button } from 'ant-design-vue';
import { instantOf, lixBand, localDateAt, plusDays, readability, roundHalfUp, unsaid, type Unsaid } from '@jolly/core';
import type { BriefBody, SetFor } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { now } from '../../api/client';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useKeptHere } from '../../ui/kept-here';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  zoneOf: (classId: string) => string;
  locked: boolean;
  /** of the draft; empty before it is stored */ briefId: string;
}>();
const emit = defineEmits<{ example: [] }>();
const body = defineModel<BriefBody>('body', { required: true });
const sets = defineModel<SetFor[]>('sets', { required: true });
const { t, count } = useWords();
/** More words in a sentence than most students hold in mind. */
const LONG_SENTENCE = 25;
const MINUTES = [15, 30, 45] as const;
const WEEK = 7;
const USUAL_TIME_MS = 15.5 * 3_600_000;

const found = computed(() => readability(body.value.instructions));
const lix = computed(() => (found.value.lix ? { n: Number(roundHalfUp(found.value.lix)), band: lixBand(found.value.lix) } : null));
const placeOf = useKeptHere();
const place = () => placeOf('waved-off', props.briefId);
const waved = ref<Unsaid[]>([]);
watch(
  () => props.briefId,
  (id, before) => {
    // A draft that has just got its id keeps what was waved off before.
    if (id !== '' && before === '' && waved.value.length > 0) localStorage.setItem(place(), JSON.stringify(waved.value));
    else waved.value = JSON.parse(localStorage.getItem(place()) ?? '[]') as Unsaid[];
  },
  { immediate: true },
);
function wave(one: Unsaid): void {
  waved.value = [...waved.value, one];
  if (props.briefId !== '') localStorage.setItem(place(), JSON.stringify(waved.value));
}
const asked = computed(() =>
  body.value.kind === 'handout' || props.locked
    ? []
    : unsaid({
        instructions: body.value.instructions,
        how: body.value.how,
        accepts: body.value.accepts,
        minutes: body.value.minutes,
        scoredBy: body.value.scoring.by,
        examples: body.value.attachments.filter((one) => one.example).length,
        dues: sets.value.map((set) => set.due),
      }).filter((one) => !waved.value.includes(one)),
);
/** A week from today at the usual time, for classes that have no date. */
function inAWeek(): void {
  sets.value = sets.value.map((set) => {
    if (set.due !== null) return set;
    const zone = props.zoneOf(set.classId);
    return { ...set, due: instantOf(zone, { date: plusDays(localDateAt(zone, now()), WEEK), msOfDay: USUAL_TIME_MS }) };
  });
}
const facts = computed(() =>
  [
    count('clear.words', found.value.words),
    count('clear.sentences', found.value.sentences),
    ...(lix.value ? [t('clear.lix', { n: lix.value.n, reads: t(`clear.bands.${lix.value.band}`) })] : []),
  ].join(' · '),
);
const summary = computed(() =>
  [
    count('clear.words', found.value.words),
    lix.value ? t(`clear.bands.${lix.value.band}`) : '',
    asked.value.length > 0 ? count('clear.asked', asked.value.length) : '',
  ]
    .filter((one) => one !== '')
    .join(' · '),
);
</script>

<template>
  <FoldedPart v-if="found.words > 0" class="clear" :title="t('clear.title')" :summary="summary">
    <div class="stack small">
      <p>{{ facts }}</p>
      <p v-if="found.longest && found.longest.words > LONG_SENTENCE" class="note">
        {{ count('clear.longest', found.longest.words) }} <q dir="auto">{{ found.longest.text }}</q>
      </p>
      <ul v-if="asked.length > 0" class="plain" :aria-label="t('clear.willAsk')">
        <li v-for="one in asked" :key="one" class="row wrap">
          <strong class="grow">{{ t(`clear.questions.${one}`) }}</strong>
          <template v-if="one === 'howLong'"
            ><Button v-for="n in MINUTES" :key="n" size="small" @click="body.minutes = n">{{ t('clear.minutes', { n }) }}</Button></template
          ><template v-else-if="one === 'form'"
            ><Button v-for="kind in body.accepts" :key="kind" size="small" @click="body.accepts = [kind]">{{
              t('clear.only', { kind: t(`compose.kinds.${kind}`) })
            }}</Button></template
          ><Button v-else-if="one === 'when'" size="small" @click="inAWeek">{{ t('clear.inAWeek') }}</Button
          ><Button v-else size="small" @click="emit('example')">{{ t('clear.example') }}</Button
          ><Button type="link" size="small" @click="wave(one)">{{ t('clear.leave') }}</Button>
        </li>
      </ul>
      <p v-else class="muted">{{ t('clear.allSaid') }}</p>
    </div>
  </FoldedPart>
</template>

<style scoped>
.clear {
  margin-block-start: 4px;
}
li {
  padding-block: 4px;
  align-items: center;
  gap: 6px;
}
</style>
