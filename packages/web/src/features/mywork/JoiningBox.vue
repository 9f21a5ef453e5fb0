<script setup lang="ts">
/** Classes that ask for this student, and where they wait to be let in. */
import { Button } from 'ant-design-vue';
import type { MyJoining } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import ProblemNote from '../../ui/ProblemNote.vue';

const emit = defineEmits<{ joined: []; waits: [boolean] }>();
const { t } = useWords();
const { value, reload } = useLoad(async () => {
  const all = await ask('GET /api/my/joinings');
  emit('waits', all.length > 0);
  return all;
});
const { problem, busy, attempt } = useAttempt();
const answer = (one: MyJoining, yes: boolean) =>
  attempt(async () => {
    await ask('POST /api/my/joinings/:joiningId', { params: { joiningId: one.id }, body: { yes } });
    await reload();
    if (yes) emit('joined');
  });
</script>

<template>
  <section v-if="value && value.length > 0" class="stack box">
    <div v-for="one in value" :key="one.id" class="note stack">
      <p v-if="one.kind === 'waits'" dir="auto">{{ t('joining.youWait', { className: one.className }) }}</p>
      <template v-else>
        <p dir="auto">{{ t('joining.youAsked', { who: one.by ?? '', className: one.className }) }}</p>
        <div class="row wrap">
          <Button type="primary" :disabled="busy" @click="answer(one, true)">
            {{ t('joining.yes', { className: one.className }) }}</Button><Button :disabled="busy" @click="answer(one, false)">
            {{ t('joining.no') }}
          </Button>
        </div>
      </template>
    </div>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.box {
  margin-block-end: 18px;
  max-width: 780px;
}
</style>
