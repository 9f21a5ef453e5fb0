<script setup lang="ts">
/** Somebody has joined by code under a name of the roster. A teacher says who it is, in one act. */
import { Button } from 'ant-design-vue';
import type { SettleJoining, WaitingToJoin } from '@jolly/server/contract';
import { defineAsyncComponent, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { dateText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import ProblemNote from '../../ui/ProblemNote.vue';

const RadioField = defineAsyncComponent(() => import('../../ui/RadioField.vue'));
const props = defineProps<{ joining: WaitingToJoin }>();
const emit = defineEmits<{ settled: [] }>();
const { t, name, when } = useWords();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const listedId = ref(props.joining.listed[0]?.id ?? null);
const zone = () => line.classOf(props.joining.classId)?.zone ?? line.zone;

async function settle(body: SettleJoining): Promise<void> {
  if (
    await attempt(() =>
      ask('POST /api/classes/:classId/joinings/:joiningId', {
        params: { classId: props.joining.classId, joiningId: props.joining.id },
        body,
      }),
    )
  )
    emit('settled');
}
function facts({ schoolNumber, hasPassword, cardMadeAt }: WaitingToJoin['listed'][number]): string {
  const signsIn = hasPassword
    ? t('joining.hasPassword')
    : cardMadeAt === null
      ? t('joining.noSignIn')
      : t('joining.hasCard', { day: dateText(cardMadeAt, zone()) });
  return [schoolNumber, signsIn].filter(Boolean).join(' · ');
}
</script>

<template>
  <div class="sheet joining stack">
    <p>
      <ClassSquare :hue="line.classOf(joining.classId)?.hue ?? 0" />{{ ' '
      }}<strong dir="auto">{{
        t('joining.asks', { name: name(joining.student), className: line.classOf(joining.classId)?.name ?? '' })
      }}</strong>
    </p>
    <p class="small muted">{{ t(joining.elsewhere ? 'joining.elsewhere' : 'joining.fresh', { when: when(joining.at, zone()) }) }}</p>
    <p v-if="joining.listed.length === 1" class="small">
      {{ t('joining.listed') }} <strong dir="auto">{{ name(joining.listed[0]!) }}</strong>{{ ' '
      }}<span class="muted">{{ facts(joining.listed[0]!) }}</span>
    </p>
    <fieldset v-else-if="joining.listed.length > 1" class="plain">
      <legend class="small">{{ t('joining.which') }}</legend>
      <RadioField
        v-slot="{ option }"
        v-model="listedId"
        stacked
        :label="t('joining.which')"
        :options="joining.listed.map((one) => ({ value: one.id, label: name(one), facts: facts(one) }))"
        ><span dir="auto">{{ option.label }}</span> <span class="muted">{{ option.facts }}</span></RadioField
      >
    </fieldset>
    <ProblemNote :problem="problem" />
    <div class="row wrap">
      <Button v-if="listedId" type="primary" :disabled="busy" @click="settle({ how: 'same', listedId })">
        {{ t('joining.same') }}
      </Button>
      <Button :disabled="busy" @click="settle({ how: 'other' })">{{ t('joining.other') }}</Button>
      <Button type="link" :disabled="busy" @click="settle({ how: 'refuse' })">{{ t('joining.refuse') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.joining {
  padding: 12px 16px;
  margin-block-end: 10px;
  border-inline-start: 5px solid var(--now);
}
.joining > * + * {
  margin-block-start: 5px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
</style>
