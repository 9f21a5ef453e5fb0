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
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

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
onMounted(() => {
  if (code.value) void look();
});
</script>

<template>
  <GatePage :title="t('join.title')">
    <FieldForm v-if="!found" :problem="problem" @send="look">
      <FormLine :label="t('join.code')" for="code" path="code">
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
      </FormLine>
      <template #acts>
        <Button type="primary" block html-type="submit" :disabled="busy">{{ t('join.look') }}</Button>
      </template>
    </FieldForm>
    <div v-else-if="session.me?.role === 'student'" class="stack">
      <p>{{ t('join.found', { className: found.className, teachers: found.teachers.join(', ') }) }}</p>
      <ProblemNote :problem="problem" />
      <Button type="primary" block :disabled="busy" @click="joinOneMore">{{ t('join.go', { className: found.className }) }}</Button>
    </div>
    <FieldForm v-else :problem="problem" @send="join">
      <p class="note">{{ t('join.found', { className: found.className, teachers: found.teachers.join(', ') }) }}</p>
      <div class="two">
        <FormLine :label="t('join.given')" for="given" path="givenName" :hint="t('join.nameHint')">
          <Input id="given" v-model:value="person.givenName" autocomplete="given-name" :maxlength="80" required />
        </FormLine>
        <FormLine :label="t('join.family')" for="family" path="familyName">
          <Input id="family" v-model:value="person.familyName" autocomplete="family-name" :maxlength="80" />
        </FormLine>
      </div>
      <FormLine
        v-for="field in ['userName', 'password'] as const"
        :key="field"
        :label="t(`join.${field}`)"
        :for="field"
        :path="field"
        :hint="t(`join.${field}Hint`)"
      >
        <Input
          :id="field"
          v-model:value="person[field]"
          :type="field === 'password' ? 'password' : 'text'"
          :autocomplete="field === 'password' ? 'new-password' : 'username'"
          autocapitalize="none"
          required
        />
      </FormLine>
      <FoldedPart :open="found.asksNumber" :title="t('join.proof')">
        <div class="two proof">
          <FormLine :label="t('join.card')" for="card" path="card" :hint="t('join.proofHint')">
            <Input id="card" v-model:value="proof.card" autocomplete="off" autocapitalize="characters" spellcheck="false" :maxlength="40" />
          </FormLine>
          <FormLine v-if="found.asksNumber" :label="t('join.number')" for="number" path="number">
            <Input id="number" v-model:value="proof.number" autocomplete="off" :maxlength="64" />
          </FormLine>
        </div>
      </FoldedPart>
      <template #acts>
        <Button type="primary" block html-type="submit" :disabled="busy">{{ t('join.go', { className: found.className }) }}</Button>
      </template>
    </FieldForm>
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
