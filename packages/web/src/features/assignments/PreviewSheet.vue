<script setup lang="ts">
/** The brief as a student will see it, before it goes out. */
import { rubricMax } from '@jolly/core';
import type { BriefBody, SetFor } from '@jolly/server/contract';
import { computed } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useTurned } from '../../ui/use-turned';
import { useWords } from '../../ui/use-words';
import WordLanguages from '../../ui/WordLanguages.vue';
import AttachmentList from './AttachmentList.vue';
import RubricView from './RubricView.vue';

const props = defineProps<{ open: boolean; body: BriefBody; set: SetFor | null; className: string; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t, points, when } = useWords();
const turned = useTurned(() => props.body);
const shown = computed(() => turned.shown.value!);
</script>

<template>
  <SideSheet :open="open" :title="t('preview.title')" :width="620" @close="emit('close')">
    <article class="stack">
      <h2 dir="auto">{{ shown.title || t('plan.untitled') }}</h2>
      <WordLanguages :label="t('wording.readIn')" :language="shown.language" :others="turned.others.value" @choose="turned.choose" />
      <p class="muted">
        {{ className
        }}<template v-if="body.kind === 'assignment'">
          · {{ set?.due == null ? t('common.noDue') : t('common.due', { when: when(set.due, zone) }) }} ·
          {{ body.points === null ? t('preview.none') : t('assignment.outOf', { n: points(body.points) }) }}</template
        >
      </p>
      <RichTextView :text="shown.instructions" />
      <AttachmentList :attachments="body.attachments" :spoken="shown.spoken" />
      <template v-if="body.kind === 'assignment'">
        <p class="muted">
          {{ t('compose.handIn') }}:
          {{ body.how === 'inClass' ? t('compose.kinds.inClass') : body.accepts.map((kind) => t(`compose.kinds.${kind}`)).join(', ') }}
        </p>
        <template v-if="body.scoring.by === 'rubric' && rubricMax(body.scoring.rubric) > 0"
          ><h3>{{ body.scoring.rubric.name || t('rubric.title') }}</h3>
          <RubricView :rubric="body.scoring.rubric"
        /></template>
      </template>
    </article>
  </SideSheet>
</template>
