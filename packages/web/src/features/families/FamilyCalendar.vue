<script setup lang="ts">
/** The address under which a family's own calendar finds the dates of its children. */
import { CalendarAddress } from '../dates';
import { useFamilyWords } from './use-family';

const { t } = useFamilyWords();
</script>

<template>
  <section class="stack">
    <h2>{{ t('family.calendar') }}</h2>
    <p class="muted">{{ t('family.calendarWhy') }}</p>
    <CalendarAddress />
  </section>
</template>
