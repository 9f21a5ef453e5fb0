<script setup lang="ts">
/** Keys by which programs of a teacher's own read or write in their name: each made with the password, shown once, ended at once. */
import { Button, Input, InputPassword } from 'ant-design-vue';
import type { AccessKey, KeyScope, NewKeyReply } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { dateWithYear } from '../../time/format';
import CopyField from '../../ui/CopyField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RadioField from '../../ui/RadioField.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';

const DAY_MS = 86_400_000;
/** for how many days a key works; null: until it is ended */
const LASTS: (number | null)[] = [30, 90, 365, null];

const { t, count } = useWords();
const line = useTermLine();
const { state, value: keys, why } = useLoad(() => ask('GET /api/account/keys'));
const { problem, busy, attempt } = useAttempt();
const listing = useAttempt();
const blank = () => ({ name: '', scope: 'read' as KeyScope, lasts: 90 as number | null, current: '' });
const form = ref(blank());
const making = ref(false);
const made = ref<NewKeyReply | null>(null);
const make = () =>
  attempt(async () => {
    const { lasts, ...asked } = form.value;
    made.value = await ask('POST /api/account/keys', { body: { ...asked, endsAt: lasts === null ? null : now() + lasts * DAY_MS } });
    keys.value = [made.value.key, ...(keys.value ?? [])];
    [form.value, making.value] = [blank(), false];
  });
const end = (one: AccessKey) =>
  listing.attempt(async () => {
    await ask('DELETE /api/account/keys/:keyId', { params: { keyId: one.id } });
    keys.value = keys.value?.filter(({ id }) => id !== one.id) ?? null;
    if (made.value?.key.id === one.id) made.value = null;
  });
const says = ({ scope, endsAt, usedAt }: AccessKey) =>
  [
    t(`keys.${scope}`),
    endsAt === null ? t('keys.untilEnded') : t(endsAt <= now() ? 'keys.endedOn' : 'keys.until', { day: dateWithYear(endsAt, line.zone) }),
    usedAt === null ? t('keys.neverUsed') : t('keys.used', { day: dateWithYear(usedAt, line.zone) }),
  ].join(' · ');
</script>

<template>
  <section class="sheet box stack">
    <h2>{{ t('keys.title') }}</h2>
    <p class="muted small">{{ t('keys.why') }}</p>
    <div v-if="made" class="note stack">
      <p>{{ t('keys.once', { name: made.key.name }) }}</p>
      <CopyField primary :value="made.secret" :label="t('keys.secret')"
        ><Button @click="made = null">{{ t('keys.have') }}</Button></CopyField
      >
    </div>
    <p v-if="state === 'failed'" class="note bad" role="alert">{{ why }}</p>
    <p v-else-if="keys?.length === 0" class="muted">{{ t('keys.none') }}</p>
    <ul v-else-if="keys" class="plain stack">
      <li v-for="one in keys" :key="one.id" class="key">
        <span
          ><strong dir="auto">{{ one.name }}</strong
          ><span class="muted small block">{{ says(one) }}</span></span
        ><Button :disabled="listing.busy.value" :aria-label="t('keys.endOf', { name: one.name })" @click="end(one)">{{
          t('keys.end')
        }}</Button>
      </li>
    </ul>
    <ProblemNote :problem="listing.problem.value" />
    <FieldForm v-if="making" :problem="problem" @send="make">
      <FormLine :label="t('keys.name')" for="key-name" path="name">
        <Input id="key-name" v-model:value="form.name" :maxlength="80" :placeholder="t('keys.nameFor')" dir="auto" required />
      </FormLine>
      <FormLine :label="t('keys.may')">
        <RadioField
          v-model="form.scope"
          :label="t('keys.may')"
          stacked
          :options="[
            { value: 'read' as KeyScope, label: t('keys.mayRead') },
            { value: 'write' as KeyScope, label: t('keys.mayWrite') },
          ]"
        />
      </FormLine>
      <FormLine :label="t('keys.lasts')" for="key-lasts">
        <SelectField
          id="key-lasts"
          v-model="form.lasts"
          :label="t('keys.lasts')"
          :options="LASTS.map((value) => ({ value, label: value === null ? t('keys.untilEnded') : count('keys.days', value) }))"
        />
      </FormLine>
      <FormLine :label="t('account.current')" for="key-password" path="current">
        <InputPassword id="key-password" v-model:value="form.current" autocomplete="current-password" required />
      </FormLine>
      <template #acts>
        <div class="row">
          <Button type="primary" html-type="submit" :disabled="busy">{{ t('keys.go') }}</Button><Button
            type="link"
            @click="making = false"
            >{{ t('common.cancel') }}</Button
          >
        </div>
      </template>
    </FieldForm>
    <div v-else>
      <Button @click="making = true">{{ t('keys.make') }}</Button>
    </div>
  </section>
</template>

<style scoped>
.box {
  padding: 18px 20px;
}
.key {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.block {
  display: block;
}
</style>
