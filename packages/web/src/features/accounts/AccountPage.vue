<script setup lang="ts">
/** Your own sign-in: password, e-mail, and for teachers the second step. */
import { Button, Input, InputPassword } from 'ant-design-vue';
import type { TwoStepStartReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import HelpersBox from './HelpersBox.vue';
import KeysBox from './KeysBox.vue';
import QrCode from '../../ui/QrCode.vue';
import { useSession } from './session.store';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useT();
const session = useSession();
const teacher = computed(() => session.me?.role === 'teacher');
const said = ref('');

const current = ref('');
const password = ref('');
const changing = useAttempt();
const changePassword = () =>
  changing.attempt(async () => {
    await ask('PUT /api/account/password', { body: { current: current.value, password: password.value } });
    [current.value, password.value, said.value] = ['', '', t('account.passwordSaved')];
  });

const email = ref(session.me?.email ?? '');
const emailPassword = ref('');
const mailing = useAttempt();
const saveEmail = () =>
  mailing.attempt(async () => {
    await ask('PUT /api/account/email', { body: { email: email.value || null, current: emailPassword.value } });
    await session.look();
    [emailPassword.value, said.value] = ['', t('account.emailSaved')];
  });

const started = ref<TwoStepStartReply | null>(null);
const code = ref('');
/** the password, and while two-step sign-in is on a present code: what replacing or ending it asks for */
const proof = ref({ current: '', presentCode: '' });
const proofBody = () => ({ current: proof.value.current, ...(session.me?.twoStep ? { presentCode: proof.value.presentCode } : {}) });
const recovery = ref<string[]>([]);
const ending = ref(false);
const step = useAttempt();
const start = () => step.attempt(async () => void (started.value = await ask('POST /api/account/two-step/start')));
const finish = () =>
  step.attempt(async () => {
    const { recoveryCodes } = await ask('POST /api/account/two-step', {
      body: { secret: started.value!.secret, code: code.value, ...proofBody() },
    });
    [recovery.value, started.value, code.value, proof.value] = [recoveryCodes, null, '', { current: '', presentCode: '' }];
    await session.look();
  });
const end = () =>
  step.attempt(async () => {
    await ask('POST /api/account/two-step/end', { body: proofBody() });
    [ending.value, proof.value, recovery.value] = [false, { current: '', presentCode: '' }, []];
    await session.look();
  });
const print = () => window.print();
</script>

<template>
  <div class="page reading">
    <div class="heading">
      <h1>{{ t('account.title') }}</h1>
      <span class="small">{{ t('account.signsInAs', { name: session.me?.userName ?? '' }) }}</span>
    </div>
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <div class="boxes">
      <FieldForm class="sheet box" :problem="changing.problem.value" @send="changePassword">
        <h2>{{ t('account.password') }}</h2>
        <FormLine :label="t('account.current')" for="current" path="current">
          <InputPassword id="current" v-model:value="current" autocomplete="current-password" required />
        </FormLine>
        <FormLine :label="t('account.newPassword')" for="new" path="password" :hint="t('account.otherPlaces')">
          <InputPassword id="new" v-model:value="password" autocomplete="new-password" minlength="8" :maxlength="200" required />
        </FormLine>
        <template #acts>
          <Button type="primary" html-type="submit" :disabled="changing.busy.value">{{ t('account.savePassword') }}</Button>
        </template>
      </FieldForm>
      <FieldForm v-if="teacher" class="sheet box" :problem="mailing.problem.value" @send="saveEmail">
        <h2>{{ t('account.email') }}</h2>
        <p class="muted small">{{ t('account.emailWhy') }}</p>
        <FormLine :label="t('account.email')" for="email" path="email">
          <Input id="email" v-model:value="email" type="email" autocomplete="email" :maxlength="200" />
        </FormLine>
        <FormLine :label="t('account.current')" for="email-password" path="current">
          <InputPassword id="email-password" v-model:value="emailPassword" autocomplete="current-password" required />
        </FormLine>
        <template #acts>
          <Button html-type="submit" :disabled="mailing.busy.value">{{ t('common.save') }}</Button>
        </template>
      </FieldForm>
      <section v-if="teacher" class="sheet box stack">
        <h2>{{ t('account.twoStep') }}</h2>
        <p class="muted small">{{ session.me?.twoStep ? t('account.twoStepOn') : t('account.twoStepWhy') }}</p>
        <template v-if="recovery.length > 0">
          <p class="note">{{ t('account.recoveryWhy') }}</p>
          <ul class="plain codes">
            <li v-for="one in recovery" :key="one">{{ one }}</li>
          </ul>
          <Button @click="print">{{ t('account.print') }}</Button>
        </template>
        <FieldForm v-else-if="started" :problem="step.problem.value" @send="finish">
          <p class="small">{{ t('account.scan') }}</p>
          <QrCode :text="started.address" :label="t('account.scan')" class="qr" />
          <p class="muted small secret">{{ t('account.orType', { secret: started.secret }) }}</p>
          <FormLine :label="t('signIn.code')" for="code" path="code">
            <Input id="code" v-model:value="code" inputmode="numeric" autocomplete="one-time-code" :maxlength="10" required />
          </FormLine>
          <FormLine :label="t('account.current')" for="step-password" path="current">
            <InputPassword id="step-password" v-model:value="proof.current" autocomplete="current-password" required />
          </FormLine>
          <FormLine v-if="session.me?.twoStep" :label="t('account.presentCode')" for="present-code" path="presentCode">
            <Input id="present-code" v-model:value="proof.presentCode" autocomplete="off" :maxlength="40" required />
          </FormLine>
          <template #acts>
            <div class="row">
              <Button type="primary" html-type="submit" :disabled="step.busy.value">
                {{ t(session.me?.twoStep ? 'account.twoStepReplaceGo' : 'account.twoStepGo') }}</Button><Button
                type="link"
                @click="started = null"
              >
                {{ t('common.cancel') }}
              </Button>
            </div>
          </template>
        </FieldForm>
        <FieldForm v-else-if="ending" :problem="step.problem.value" @send="end">
          <FormLine :label="t('account.current')" for="end-password" path="current">
            <InputPassword id="end-password" v-model:value="proof.current" autocomplete="current-password" required />
          </FormLine>
          <FormLine :label="t('account.presentCode')" for="end-code" path="presentCode">
            <Input id="end-code" v-model:value="proof.presentCode" autocomplete="one-time-code" :maxlength="40" required />
          </FormLine>
          <template #acts>
            <div class="row">
              <Button html-type="submit" :disabled="step.busy.value">{{ t('account.twoStepEnd') }}</Button><Button
                type="link"
                @click="ending = false"
              >
                {{ t('common.cancel') }}
              </Button>
            </div>
          </template>
        </FieldForm>
        <ProblemNote v-if="!started && !ending" :problem="step.problem.value" />
        <template v-if="!started && !ending && recovery.length === 0">
          <div v-if="session.me?.twoStep" class="row wrap">
            <Button @click="start">{{ t('account.twoStepReplace') }}</Button><Button @click="ending = true">
              {{ t('account.twoStepEnd') }}
            </Button>
          </div>
          <Button v-else @click="start">{{ t('account.twoStepStart') }}</Button>
        </template>
      </section>
      <KeysBox v-if="teacher" />
      <HelpersBox v-if="session.me?.role === 'student' && !session.me.practice" />
    </div>
  </div>
</template>

<style scoped>
.boxes {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}
.box {
  padding: 18px 20px;
}
.codes {
  font: 600 16px var(--font-head);
  letter-spacing: 0.06em;
  columns: 1;
}
.qr {
  width: 190px;
}
.secret {
  overflow-wrap: anywhere;
}
</style>
