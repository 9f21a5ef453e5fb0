<script setup lang="ts">
/** A student joins a class with the code from the board and chooses a sign-in. */
import { Button, Input } from 'ant-design-vue';
import { tidyJoinCode } from '@jolly/core';
import type { JoinPreviewReply } from '@jolly/server/contract';
import { onMounted, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import { ask, askSession } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import GatePage from './GatePage.vue';
import { useSession } from './session.store';
import FoldedPart from '../../ui/FoldedPart.vue';

const { t } = useT();
const route = useRoute();
const router = useRouter();
const session = useSession();
const code = ref(typeof route.params.code === 'string' ? route.params.code : '');
const found = ref<JoinPreviewReply | null>(null);
const person = ref({ givenName: '', familyName: '', userName: '', password: '' });
const proof = ref({ card: '', number: '' });
const { problem, busy, attempt } = useAttempt();

const tidy = () => tidyJoinCode(code.value);
const look = () =>
  attempt(async () => void (found.value = await ask('GET /api/join/:code', { params: { code: tidy() }, anonymous: true })));
const join = () =>
  attempt(async () => {
    await askSession();
    session.enter(
      await ask('POST /api/join/:code', {
        params: { code: tidy() },
        body: {
          ...person.value,
          ...(proof.value.card.trim() ? { card: proof.value.card.trim() } : {}),
          ...(proof.value.number.trim() ? { number: proof.value.number.trim() } : {}),
        },
        anonymous: true,
      }),
    );
    await router.replace('/work');
  });
const joinOneMore = () =>
  attempt(async () => {
    await ask('POST /api/my/classes/:code', { params: { code: tidy() } });
    await router.replace('/work');
  });
const errorOf = (field: string) => problem.value?.errors.find((one) => one.path === field)?.message;
onMounted(() => {
  if (code.value) void look();
});
</script>

<template>
  <GatePage :title="t('join.title')">
    <form v-if="!found" class="stack" @submit.prevent="look">
      <div>
        <label class="label" for="code">{{ t('join.code') }}</label>
        <Input
          id="code"
          v-model:value="code"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          :maxlength="16"
          required
          class="code"
        />
      </div>
      <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
      <Button type="primary" block html-type="submit" :disabled="busy">{{ t('join.look') }}</Button>
    </form>
    <div v-else-if="session.me?.role === 'student'" class="stack">
      <p>{{ t('join.found', { className: found.className, teachers: found.teachers.join(', ') }) }}</p>
      <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
      <Button type="primary" block :disabled="busy" @click="joinOneMore">{{ t('join.go', { className: found.className }) }}</Button>
    </div>
    <form v-else class="stack" @submit.prevent="join">
      <p class="note">{{ t('join.found', { className: found.className, teachers: found.teachers.join(', ') }) }}</p>
      <div class="two">
        <div>
          <label class="label" for="given">{{ t('join.given') }}</label>
          <Input
            id="given"
            v-model:value="person.givenName"
            autocomplete="given-name"
            :maxlength="80"
            required
            aria-describedby="name-hint"
          />
        </div>
        <div>
          <label class="label" for="family">{{ t('join.family') }}</label>
          <Input id="family" v-model:value="person.familyName" autocomplete="family-name" :maxlength="80" aria-describedby="name-hint" />
        </div>
      </div>
      <p id="name-hint" class="muted small">{{ t('join.nameHint') }}</p>
      <div v-for="field in ['userName', 'password'] as const" :key="field">
        <label class="label" :for="field">{{ t(`join.${field}`) }}</label>
        <Input
          :id="field"
          v-model:value="person[field]"
          :type="field === 'password' ? 'password' : 'text'"
          :autocomplete="field === 'password' ? 'new-password' : 'username'"
          autocapitalize="none"
          :aria-describedby="`${field}-hint`"
          :aria-invalid="!!errorOf(field) || undefined"
          required
          :status="!!errorOf(field) ? 'error' : ''"
        />
        <p :id="`${field}-hint`" class="small" :class="errorOf(field) ? 'alarm' : 'muted'">
          {{ errorOf(field) ?? t(`join.${field}Hint`) }}
        </p>
      </div>
      <FoldedPart :open="found.asksNumber" :title="t('join.proof')">
        <div class="two proof">
          <div>
            <label class="label" for="card">{{ t('join.card') }}</label><Input
              id="card"
              v-model:value="proof.card"
              autocomplete="off"
              autocapitalize="characters"
              spellcheck="false"
              :maxlength="40"
              aria-describedby="proof-hint"
            />
          </div>
          <div v-if="found.asksNumber">
            <label class="label" for="number">{{ t('join.number') }}</label><Input
              id="number"
              v-model:value="proof.number"
              autocomplete="off"
              :maxlength="64"
              aria-describedby="proof-hint"
            />
          </div>
        </div>
        <p id="proof-hint" class="muted small">{{ t('join.proofHint') }}</p>
      </FoldedPart>
      <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
      <Button type="primary" block html-type="submit" :disabled="busy">{{ t('join.go', { className: found.className }) }}</Button>
    </form>
    <template #below
      >{{ t('join.already') }} <RouterLink to="/sign-in">{{ t('signIn.go') }}</RouterLink></template
    >
  </GatePage>
</template>

<style scoped>
.code {
  font: 700 26px var(--font-head);
  letter-spacing: 0.14em;
  text-transform: uppercase;
  text-align: center;
}
.proof {
  margin-block-start: 8px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
