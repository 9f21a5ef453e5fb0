<script setup lang="ts">
/** A password that a teacher gave is replaced by one's own before anything else. */
import { Button, InputPassword } from 'ant-design-vue';
import { ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import GatePage from './GatePage.vue';
import { useSession } from './session.store';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const { t } = useT();
const router = useRouter();
const session = useSession();
const password = ref('');
const { problem, busy, attempt } = useAttempt();
const go = () =>
  attempt(async () => {
    await ask('PUT /api/account/password', { body: { password: password.value } });
    await session.look();
    await router.replace('/');
  });
</script>

<template>
  <GatePage :title="t('account.ownPassword')">
    <FieldForm :problem="problem" @send="go">
      <p>{{ t('account.ownPasswordWhy', { name: session.me?.givenName ?? '' }) }}</p>
      <FormLine :label="t('account.newPassword')" for="own" path="password" :hint="t('join.passwordHint')">
        <InputPassword id="own" v-model:value="password" autocomplete="new-password" minlength="8" :maxlength="200" required />
      </FormLine>
      <template #acts>
        <Button type="primary" block html-type="submit" :disabled="busy">{{ t('account.savePassword') }}</Button>
      </template>
    </FieldForm>
  </GatePage>
</template>
