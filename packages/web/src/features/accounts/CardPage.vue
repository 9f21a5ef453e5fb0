<script setup lang="ts">
/** Signing in with a card: the QR code brings user name and code along behind the #; without a camera both are typed. */
import { Button, Input } from 'ant-design-vue';
import { onMounted, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import { ask, askSession } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import GatePage from './GatePage.vue';
import { useSession } from './session.store';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const { t } = useT();
const route = useRoute();
const router = useRouter();
const session = useSession();
const userName = ref('');
const code = ref('');
const { problem, busy, attempt } = useAttempt();

const go = () =>
  attempt(async () => {
    await askSession();
    session.enter(await ask('POST /api/session/card', { body: { userName: userName.value, code: code.value }, anonymous: true }));
    await router.replace('/work');
  });
onMounted(async () => {
  const [name, secret] = route.hash.slice(1).split('/');
  if (!name || !secret) return;
  [userName.value, code.value] = [decodeURIComponent(name), secret];
  // Whoever looks at the address bar or goes back should not find the card there.
  await router.replace({ path: '/card', hash: '' });
  await go();
});
</script>

<template>
  <GatePage :title="t('card.title')">
    <FieldForm :problem="problem" @send="go">
      <FormLine :label="t('signIn.userName')" for="card-name" path="userName">
        <Input
          id="card-name"
          v-model:value="userName"
          autocapitalize="none"
          spellcheck="false"
          autocomplete="username"
          :maxlength="64"
          required
        />
      </FormLine>
      <FormLine :label="t('card.code')" for="card-code" path="code">
        <Input
          id="card-code"
          v-model:value="code"
          autocapitalize="characters"
          spellcheck="false"
          autocomplete="off"
          :maxlength="24"
          required
          class="code"
        />
      </FormLine>
      <template #acts>
        <Button type="primary" block html-type="submit" :disabled="busy">{{ t('signIn.go') }}</Button>
      </template>
    </FieldForm>
    <template #below
      ><RouterLink to="/sign-in">{{ t('card.other') }}</RouterLink></template
    >
  </GatePage>
</template>

<style scoped>
.code {
  font: 700 20px var(--font-head);
  letter-spacing: 0.08em;
  text-transform: uppercase;
}
</style>
