<script setup lang="ts">
/** A teacher or a family asks for a link to a new password. What is answered does not tell whether the address is known. */
import { Button, Input } from 'ant-design-vue';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { useT } from '../../i18n/use-t';
import { ask, askSession } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import GatePage from './GatePage.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const { t } = useT();
const isFamily = 'family' in useRoute().query;
const email = ref('');
const sent = ref(false);
const { problem, busy, attempt } = useAttempt();
const go = () =>
  attempt(async () => {
    await askSession();
    await ask('POST /api/account/recover', { body: { email: email.value }, anonymous: true });
    sent.value = true;
  });
</script>

<template>
  <GatePage :title="t('forgotten.title')">
    <p v-if="sent" class="note" role="status">{{ t('forgotten.sent', { email }) }}</p>
    <FieldForm v-else :problem="problem" @send="go">
      <p class="muted">{{ t(isFamily ? 'forgotten.family' : 'forgotten.student') }}</p>
      <FormLine :label="t('forgotten.email')" for="email" path="email">
        <Input id="email" v-model:value="email" type="email" autocomplete="email" :maxlength="200" required />
      </FormLine>
      <template #acts>
        <Button type="primary" block html-type="submit" :disabled="busy">{{ t('forgotten.go') }}</Button>
      </template>
    </FieldForm>
    <template #below
      ><RouterLink :to="isFamily ? '/family' : '/sign-in'">{{
        t(isFamily ? 'forgotten.toFamily' : 'forgotten.back')
      }}</RouterLink></template
    >
  </GatePage>
</template>
