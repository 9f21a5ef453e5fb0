<script setup lang="ts">
/** The address under which a family's own calendar finds the dates of its children. */
import { Button, Input } from 'ant-design-vue';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useFamilyWords } from './use-family';

const { t, refusedOf } = useFamilyWords();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const address = ref<string | null>(null);
void attempt(async () => (address.value = (await ask('GET /api/my/calendar-address')).address));
const renew = () => attempt(async () => (address.value = (await ask('POST /api/my/calendar-address')).address));
</script>

<template>
  <section class="stack">
    <h2>{{ t('family.calendar') }}</h2>
    <p class="muted">{{ t('family.calendarWhy') }}</p>
    <Input
      v-if="address"
      readonly
      :value="address"
      :aria-label="t('family.calendar')"
      dir="ltr"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <div>
      <Button :disabled="busy" @click="renew">{{ t(address ? 'family.calendarAnew' : 'family.calendarMake') }}</Button>
    </div>
    <p v-if="refused" class="note bad" role="alert">{{ refused.title }}</p>
  </section>
</template>
