<script setup lang="ts">
/** How a family is told and in which language, their address, and another child. */
import { Button, Input, InputPassword } from 'ant-design-vue';
import { LANGUAGES, OWN_NAMES } from '@jolly/core';
import type { FamilyHomeReply, FamilySettings } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLanguage } from '../../i18n';
import { useSession } from '../accounts';
import FamilyCalendar from './FamilyCalendar.vue';
import { useFamilyWords } from './use-family';
import SelectField from '../../ui/SelectField.vue';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ home: FamilyHomeReply }>();
const emit = defineEmits<{ changed: [] }>();
const { t, refusedOf, name } = useFamilyWords();
const session = useSession();
const telling = useAttempt();
const mailing = useAttempt();
const adding = useAttempt();
const changing = useAttempt();
const tellingRefused = refusedOf(telling.problem);
const mailingRefused = refusedOf(mailing.problem);
const addingRefused = refusedOf(adding.problem);
const changingRefused = refusedOf(changing.problem);
const secret = ref({ current: '', password: '' });
const changed = ref(false);
const chosen = ref<FamilySettings>({ language: props.home.language, telling: props.home.telling, letterShows: props.home.letterShows });
const saved = ref(false);
const email = ref(session.me?.email ?? '');
const current = ref('');
const mailed = ref(false);
const code = ref('');
const added = ref('');

async function save(): Promise<void> {
  saved.value = await telling.attempt(() => ask('PUT /api/family/settings', { body: chosen.value }));
  if (!saved.value) return;
  await useLanguage(chosen.value.language, 'family');
  emit('changed');
}
async function setEmail(): Promise<void> {
  mailed.value = await mailing.attempt(() =>
    ask('PUT /api/account/email', { body: { email: email.value.trim() || null, current: current.value }, anonymous: true }),
  );
  if (!mailed.value) return;
  current.value = '';
  await session.look();
}
async function setPassword(): Promise<void> {
  changed.value = await changing.attempt(() => ask('PUT /api/account/password', { body: secret.value, anonymous: true }));
  if (changed.value) secret.value = { current: '', password: '' };
}
async function add(): Promise<void> {
  const before = props.home.children.map((one) => one.id);
  const done = await adding.attempt(async () => {
    const { children } = await ask('POST /api/family/children', { body: { code: code.value } });
    added.value = children
      .filter((one) => !before.includes(one.id))
      .map(name)
      .join(', ');
  });
  if (!done) return;
  code.value = '';
  emit('changed');
}
</script>

<template>
  <div class="settings">
    <h1>{{ t('family.settings') }}</h1>
    <FieldForm :problem="tellingRefused" class="sheet box" @send="save">
      <FormLine :label="t('family.language')" for="family-language" path="language">
        <SelectField
          id="family-language"
          v-model="chosen.language"
          class="short"
          :options="LANGUAGES.map((one) => ({ value: one, label: OWN_NAMES[one] }))"
        />
      </FormLine>
      <fieldset class="choices">
        <legend class="label">{{ t('family.telling') }}</legend>
        <RadioField
          v-model="chosen.telling"
          stacked
          :options="(['atOnce', 'weekly', 'never'] as const).map((one) => ({ value: one, label: t(`family.tellings.${one}`) }))"
        />
      </fieldset>
      <fieldset v-if="chosen.telling === 'atOnce'" class="choices">
        <legend class="label">{{ t('family.letterShows') }}</legend>
        <RadioField
          v-model="chosen.letterShows"
          stacked
          :options="(['score', 'words', 'nothing'] as const).map((one) => ({ value: one, label: t(`family.letter.${one}`) }))"
        />
      </fieldset>
      <p v-if="chosen.telling !== 'never' && !session.me?.email" class="note small">{{ t('family.tellingNeeds') }}</p>
      <template #acts>
        <div class="row">
          <Button type="primary" html-type="submit" :disabled="telling.busy.value">{{ t('family.save') }}</Button><span
            v-if="saved"
            class="good small"
            role="status"
            >{{ t('family.saved') }}</span
          >
        </div>
      </template></FieldForm
    >
    <FamilyCalendar class="sheet box" />
    <FieldForm :problem="mailingRefused" class="sheet box" @send="setEmail">
      <FormLine :label="t('family.email')" for="family-mail" path="email">
        <Input id="family-mail" v-model:value="email" type="email" :maxlength="200" autocomplete="email" dir="ltr" />
      </FormLine>
      <FormLine :label="t('family.current')" for="family-current" path="current">
        <InputPassword id="family-current" v-model:value="current" autocomplete="current-password" required dir="ltr" />
      </FormLine>
      <template #acts>
        <div class="row">
          <Button html-type="submit" :disabled="mailing.busy.value">{{ t('family.setEmail') }}</Button><span
            v-if="mailed"
            class="good small"
            role="status"
            >{{ t('family.saved') }}</span
          >
        </div>
      </template></FieldForm
    >
    <FieldForm :problem="changingRefused" class="sheet box" @send="setPassword">
      <FormLine :label="t('family.current')" for="family-old" path="current">
        <InputPassword id="family-old" v-model:value="secret.current" autocomplete="current-password" required dir="ltr" />
      </FormLine>
      <FormLine :label="t('family.newPassword')" for="family-new" path="password" :hint="t('family.passwordHint')">
        <InputPassword id="family-new" v-model:value="secret.password" autocomplete="new-password" minlength="8" required dir="ltr" />
      </FormLine>
      <template #acts>
        <div class="row">
          <Button html-type="submit" :disabled="changing.busy.value">{{ t('family.setPassword') }}</Button><span
            v-if="changed"
            class="good small"
            role="status"
            >{{ t('family.saved') }}</span
          >
        </div>
      </template></FieldForm
    >
    <FieldForm :problem="addingRefused" class="sheet box" @send="add">
      <h2>{{ t('family.addChild') }}</h2>
      <FormLine :label="t('family.code')" for="family-more" path="code">
        <Input id="family-more" v-model:value="code" autocapitalize="characters" autocomplete="off" required :maxlength="40" dir="ltr" />
      </FormLine>
      <template #acts>
        <p v-if="added" class="note" role="status">{{ t('family.added', { name: added }) }}</p>
        <Button html-type="submit" :disabled="adding.busy.value">{{ t('family.add') }}</Button>
      </template></FieldForm
    >
  </div>
</template>

<style scoped>
.settings {
  max-inline-size: 620px;
}
.box {
  padding: 18px 22px;
  margin-block-start: 14px;
}
.choices {
  border: 0;
  margin: 0;
  padding: 0;
}
.choices .row {
  padding-block: 5px;
}
.short {
  inline-size: auto;
}
</style>
