<script setup lang="ts">
/** User name and password; used on the sign-in page and over a page whose session has ended. */
import { Button, Input, InputPassword } from 'ant-design-vue';
import type { Me } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { ApiProblem } from '../../api/client';
import { vFocusFirst } from '../../ui/focus-first';
import { useSession } from './session.store';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ userName?: string }>();
const emit = defineEmits<{ done: [Me] }>();
const { t } = useT();
const session = useSession();
const userName = ref(props.userName ?? '');
const password = ref('');
const busy = ref(false);
const why = ref('');
const problem = computed(() => (why.value ? { title: why.value, errors: [] } : null));

const step = ref<'password' | 'code'>('password');
const code = ref('');

async function attempt(work: () => Promise<Me | null>): Promise<void> {
  busy.value = true;
  why.value = '';
  try {
    const me = await work();
    if (me) emit('done', me);
    else step.value = 'code';
  } catch (error) {
    why.value = error instanceof ApiProblem ? error.title : t('common.unreachable');
    // Whoever took too long begins again with the password.
    if (error instanceof ApiProblem && error.code === 'session.needed') step.value = 'password';
    password.value = '';
    code.value = '';
  } finally {
    busy.value = false;
  }
}
const go = () =>
  attempt(() =>
    step.value === 'code' ? session.secondStep(code.value) : session.signIn({ userName: userName.value, password: password.value }),
  );
</script>

<template>
  <FieldForm v-if="step === 'code'" :problem="problem" @send="go">
    <FormLine :label="t('signIn.code')" for="sign-in-code" :hint="t('signIn.codeHint')">
      <Input
        id="sign-in-code"
        v-model:value="code"
        v-focus-first
        autocomplete="one-time-code"
        autocapitalize="characters"
        spellcheck="false"
        required
      />
    </FormLine>
    <template #acts>
      <Button type="primary" block html-type="submit" :disabled="busy">{{ t('signIn.go') }}</Button>
    </template>
  </FieldForm>
  <FieldForm v-else :problem="problem" @send="go">
    <FormLine :label="t('signIn.userName')" for="sign-in-name">
      <Input id="sign-in-name" v-model:value="userName" autocomplete="username" autocapitalize="none" spellcheck="false" required />
    </FormLine>
    <FormLine :label="t('signIn.password')" for="sign-in-password">
      <InputPassword id="sign-in-password" v-model:value="password" autocomplete="current-password" required />
    </FormLine>
    <template #acts>
      <Button type="primary" block html-type="submit" :disabled="busy">{{ t('signIn.go') }}</Button>
    </template>
  </FieldForm>
</template>
