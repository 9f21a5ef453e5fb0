<script setup lang="ts">
/** The door for families: the code of a letter makes a sign-in, or one is there already. */
import { Button, Input, InputPassword } from 'ant-design-vue';
import type { Language } from '@jolly/core';
import type { FamilyCodeLook } from '@jolly/server/contract';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask, askSession } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import LanguageChoice from '../../ui/LanguageChoice.vue';
import WordMark from '../../ui/WordMark.vue';
import { useSession } from '../accounts';
import { useFamilyWords } from './use-family';
import ToggleButton from '../../ui/ToggleButton.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const emit = defineEmits<{ language: [Language] }>();
const { t, refusedOf, language } = useFamilyWords();
const session = useSession();
const route = useRoute();
const router = useRouter();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
// The code lies behind the # of the address, so no server log sees it.
const code = ref(route.hash.slice(1));
const way = ref<'code' | 'signIn'>('code');
const about = ref<FamilyCodeLook | null>(null);
const person = ref({ givenName: '', familyName: '', userName: '', password: '', email: '' });
const known = ref({ userName: '', password: '' });
const FIELDS = [
  { key: 'givenName', label: 'family.given', autocomplete: 'given-name', type: 'text', required: true },
  { key: 'familyName', label: 'family.surname', autocomplete: 'family-name', type: 'text', required: false },
  { key: 'userName', label: 'family.userName', autocomplete: 'username', type: 'text', required: true },
  { key: 'password', label: 'family.password', autocomplete: 'new-password', type: 'password', required: true },
  { key: 'email', label: 'family.email', autocomplete: 'email', type: 'email', required: false },
] as const;

const look = () =>
  attempt(async () => {
    await askSession();
    about.value = await ask('POST /api/family/codes/look', { body: { code: code.value }, anonymous: true });
  });
const join = () =>
  attempt(async () => {
    const reply = await ask('POST /api/family/join', {
      body: { ...person.value, email: person.value.email.trim() || null, code: code.value, language: language.value },
      anonymous: true,
    });
    session.enter(reply);
    await router.replace('/family');
  });
const signIn = () =>
  attempt(async () => {
    const me = await session.signIn(known.value);
    // Whoever is no family has a door of their own.
    if (me && me.role !== 'family') await router.push('/');
  });
onMounted(() => code.value !== '' && void look());
</script>

<template>
  <div class="gate">
    <header class="top">
      <WordMark />
      <span class="promise">{{ t('family.promise') }}</span>
      <LanguageChoice mast :label="t('family.language')" @choose="(one) => emit('language', one)" />
    </header>
    <main class="sheet card stack">
      <h1>{{ t('family.title') }}</h1>
      <div v-if="!about" class="row">
        <ToggleButton :on="way === 'code'" @click="way = 'code'">{{ t('family.haveCode') }}</ToggleButton><ToggleButton
          :on="way === 'signIn'"
          @click="way = 'signIn'"
        >
          {{ t('family.haveSignIn') }}
        </ToggleButton>
      </div>
      <FieldForm v-if="about" :problem="refused" @send="join">
        <p class="note">{{ t('family.about', { name: about.firstName, className: about.className }) }}</p>
        <FormLine
          v-for="field in FIELDS"
          :key="field.key"
          :label="t(field.label)"
          :for="`family-${field.key}`"
          :path="field.key"
          :hint="field.key === 'password' ? t('family.passwordHint') : undefined"
        >
          <Input
            :id="`family-${field.key}`"
            v-model:value="person[field.key]"
            :type="field.type"
            :autocomplete="field.autocomplete"
            autocapitalize="none"
            :required="field.required"
            :minlength="field.key === 'password' ? 8 : undefined"
            :maxlength="200"
            dir="auto"
        /></FormLine>
        <template #acts>
          <Button type="primary" block html-type="submit" :disabled="busy">{{ t('family.join') }}</Button>
          <Button type="link" @click="((about = null), (problem = null))">{{ t('family.other') }}</Button>
        </template></FieldForm
      >
      <FieldForm v-else-if="way === 'code'" :problem="refused" @send="look">
        <FormLine :label="t('family.code')" for="family-code" path="code" :hint="t('family.codeHint')"
          ><Input
            id="family-code"
            v-model:value="code"
            autocapitalize="characters"
            autocomplete="off"
            spellcheck="false"
            required
            :maxlength="40"
            dir="ltr"
            class="code"
        /></FormLine>
        <template #acts>
          <Button type="primary" block html-type="submit" :disabled="busy">{{ t('family.look') }}</Button>
        </template></FieldForm
      >
      <FieldForm v-else :problem="refused" @send="signIn">
        <FormLine :label="t('family.signUserName')" for="family-known" path="userName">
          <Input id="family-known" v-model:value="known.userName" autocomplete="username" autocapitalize="none" required dir="ltr" />
        </FormLine>
        <FormLine :label="t('family.signPassword')" for="family-word" path="password">
          <InputPassword id="family-word" v-model:value="known.password" autocomplete="current-password" required dir="ltr" />
        </FormLine>
        <template #acts>
          <Button type="primary" block html-type="submit" :disabled="busy">{{ t('family.signIn') }}</Button>
          <RouterLink class="small" :to="{ path: '/forgotten', query: { family: '' } }">{{ t('family.forgotten') }}</RouterLink>
        </template></FieldForm
      >
    </main>
  </div>
</template>

<style scoped>
.gate {
  min-block-size: 100vh;
  display: flex;
  flex-direction: column;
  align-items: center;
  background: linear-gradient(var(--mast) 270px, var(--now) 270px, var(--now) 273px, var(--page) 273px);
  padding: 0 16px 40px;
}
.top {
  inline-size: 100%;
  max-inline-size: 440px;
  padding-block: 40px 22px;
  color: var(--on-mast);
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.promise {
  color: var(--on-mast-2);
}
.card {
  inline-size: 100%;
  max-inline-size: 440px;
  padding: 22px 26px 28px;
}
.code {
  font-size: 19px;
  letter-spacing: 0.06em;
}
</style>
