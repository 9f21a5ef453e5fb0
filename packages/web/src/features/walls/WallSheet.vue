<script setup lang="ts">
/** Putting up a wall, or saying one anew. */
import { Button, Input, Textarea } from 'ant-design-vue';
import { WALL_NAMES } from '@jolly/core';
import type { Wall, WallReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import FieldForm from '../../ui/FieldForm.vue';
import { useKeptDraft, useKeptHere } from '../../ui/kept-here';
import FormLine from '../../ui/FormLine.vue';
import RadioField from '../../ui/RadioField.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  classId: string;
  /** null: a new one */ wall: Wall | null;
  /** chosen to begin with */ assignmentId: string | null;
}>();
const emit = defineEmits<{ close: []; stored: [WallReply] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const begin = {
  id: crypto.randomUUID() as string,
  title: props.wall?.title ?? '',
  prompt: props.wall?.prompt ?? '',
  names: props.wall?.names ?? ('given' as const),
  of: props.wall?.assignmentId ?? props.assignmentId ?? '',
  // The wall is looked at again behind the sheet; what is written here was written over the wall as it was.
  over: props.wall?.version ?? 0,
};
const {
  draft: words,
  keep,
  drop,
} = useKeptDraft(useKeptHere()('wall-said', ...(props.wall ? [props.wall.id] : [props.classId, props.assignmentId ?? ''])), begin);
const { value: assignments } = useLoad(async () => (props.wall ? [] : ask('GET /api/assignments')));
/** what was handed in for it can be shown */
const options = computed(() =>
  (assignments.value ?? [])
    .filter((one) => one.classId === props.classId && one.kind === 'assignment' && one.how === 'handIn' && one.issuedAt !== null)
    .sort((a, b) => (b.due ?? Infinity) - (a.due ?? Infinity)),
);
const titleOf = computed(() => options.value.find((one) => one.id === words.value.of)?.title ?? '');
const send = () =>
  attempt(async () => {
    keep();
    const { id, title, prompt, names, of, over } = words.value;
    const body = { title: title.trim() || titleOf.value, prompt: prompt.trim(), names };
    const stored = props.wall
      ? await ask('PUT /api/walls/:wallId', {
          params: { wallId: props.wall.id },
          body: { ...body, stand: props.wall.stand, version: over },
        })
      : await ask('POST /api/classes/:classId/walls', {
          params: { classId: props.classId },
          body: { id, ...body, assignmentId: of || null },
        });
    drop();
    emit('stored', stored);
  }).then(() => {
    // Said once that it was changed meanwhile, it may be written over.
    if (problem.value?.code === 'conflict.changedMeanwhile') words.value.over = (problem.value.current as WallReply).wall.version;
  });
</script>

<template>
  <SideSheet open :title="t(wall ? 'walls.edit' : 'walls.newWall')" @close="emit('close')">
    <FieldForm :problem="problem" @send="send">
      <FormLine
        v-if="!wall"
        :label="t('walls.of')"
        for="wall-of"
        path="assignmentId"
        :hint="words.of === '' ? t('walls.freeHint') : undefined"
        ><SelectField
          id="wall-of"
          v-model="words.of"
          :options="[{ value: '', label: t('walls.free') }, ...options.map((one) => ({ value: one.id, label: one.title }))]"
      /></FormLine>
      <FormLine :label="t('walls.name')" for="wall-title" path="title"
        ><Input id="wall-title" v-model:value="words.title" :maxlength="200" :placeholder="titleOf" dir="auto" autocomplete="off"
      /></FormLine>
      <FormLine :label="t('walls.prompt')" for="wall-prompt" path="prompt" :hint="t('walls.promptHint')"
        ><Textarea id="wall-prompt" v-model:value="words.prompt" :maxlength="1000" :auto-size="{ minRows: 2, maxRows: 8 }" dir="auto"
      /></FormLine>
      <FormLine :label="t('walls.names')" path="names" :hint="t('walls.namesHint')"
        ><RadioField
          v-model="words.names"
          stacked
          :label="t('walls.names')"
          :options="WALL_NAMES.map((one) => ({ value: one, label: t(`walls.namesAre.${one}`) }))"
      /></FormLine>
      <Button type="primary" html-type="submit" :disabled="busy || (words.title.trim() || titleOf) === ''">{{
        t(wall ? 'walls.keep' : 'walls.put')
      }}</Button>
    </FieldForm>
  </SideSheet>
</template>
