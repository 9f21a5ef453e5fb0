<script setup lang="ts">
/** The papers of a piece that are written on, one card each. */
import type { MyPieceReply } from '@jolly/server/contract';
import { PaperCard } from '../paper';

defineProps<{ assignmentId: string; value: MyPieceReply; zone: string }>();
</script>

<template>
  <PaperCard
    v-for="paper in value.papers"
    :key="paper.attachmentId"
    :assignment-id="assignmentId"
    :paper="paper"
    :shared="value.team !== null && paper.studentId === null"
    :zone="zone"
  />
</template>
