<script setup lang="ts">
/** The brief as a student will see it, before it goes out. */
import { rubricMax } from '@jolly/core';
import type { BriefBody, SetFor } from '@jolly/server/contract';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import AttachmentList from './AttachmentList.vue';
import RubricView from './RubricView.vue';

defineProps<{ open: boolean; body: BriefBody; set: SetFor | null; className: string; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t, points, when } = useWords();
</script>

<template>
  <SideSheet :open="open" :title="t('preview.title')" :width="620" @close="emit('close')">
    <article class="stack">
      <h2 dir="auto">{{ body.title || t('plan.untitled') }}</h2>
      <p class="muted">
        {{ className
        }}<template v-if="body.kind === 'assignment'">
          · {{ set?.due == null ? t('common.noDue') : t('common.due', { when: when(set.due, zone) }) }} ·
          {{ body.points === null ? t('preview.none') : t('assignment.outOf', { n: points(body.points) }) }}</template
        >
      </p>
      <RichTextView :text="body.instructions" />
      <AttachmentList :attachments="body.attachments" :spoken="body.spoken" />
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
