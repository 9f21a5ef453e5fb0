<script setup lang="ts">
/** Which teachers may help a student with the sign-in: a new password, a card, the name, the family. */
import type { HelperReply } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useWords();
const { state, value, why } = useLoad(() => ask('GET /api/my/helpers'));
const { problem, busy, attempt } = useAttempt();
const allow = (one: HelperReply, allowed: boolean) =>
  attempt(async () => (value.value = await ask('PUT /api/my/helpers/:teacherId', { params: { teacherId: one.id }, body: { allowed } })));
</script>

<template>
  <section class="sheet box stack">
    <h2>{{ t('helpers.title') }}</h2>
    <p class="muted small">{{ t('helpers.why') }}</p>
    <p v-if="state === 'failed'" class="note bad" role="alert">{{ why }}</p>
    <p v-else-if="value?.length === 0" class="muted">{{ t('helpers.none') }}</p>
    <ul v-else-if="value" class="plain stack">
      <li v-for="one in value" :key="one.id">
        <StoredCheck :on="one.always || one.allowed" :disabled="one.always || busy" :store="(on) => allow(one, on)"
          ><span
            ><strong dir="auto">{{ one.name }}</strong> <span class="muted small" dir="auto">{{ one.classes.join(', ') }}</span><span
              v-if="one.always"
              class="muted small block"
              >{{ t(one.broughtIn ? 'helpers.broughtIn' : 'helpers.teachesAll') }}</span
            ></span
          ></StoredCheck
        >
      </li>
    </ul>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.box {
  padding: 18px 20px;
}
.block {
  display: block;
}
</style>
