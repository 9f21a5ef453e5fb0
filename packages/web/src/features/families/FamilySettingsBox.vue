<script setup lang="ts">
/** How a family is told and in which language, their address, and another child. */
import { LANGUAGES, type Language } from '@jolly/core';
import type { FamilyHomeReply, FamilySettings } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLanguage } from '../../i18n';
import { useSession } from '../accounts';
import { useFamilyWords } from './use-family';

const props = defineProps<{ home: FamilyHomeReply }>();
const emit = defineEmits<{ changed: [] }>();
const { t, problemText, name } = useFamilyWords();
const session = useSession();
const telling = useAttempt();
const mailing = useAttempt();
const adding = useAttempt();
const changing = useAttempt();
const secret = ref({ current: '', password: '' });
const changed = ref(false);
const chosen = ref<FamilySettings>({ language: props.home.language, telling: props.home.telling, letterShows: props.home.letterShows });
const saved = ref(false);
const email = ref(session.me?.email ?? '');
const current = ref('');
const mailed = ref(false);
const code = ref('');
const added = ref('');
const NAMES: Record<Language, string> = { en: 'English', es: 'Español', fr: 'Français', ar: 'العربية' };

async function save(): Promise<void> {
  saved.value = await telling.attempt(() => ask('PUT /api/family/settings', { body: chosen.value }));
  if (!saved.value) return;
  await useLanguage(chosen.value.language);
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
    <form class="sheet box stack" @submit.prevent="save">
      <div>
        <label class="label" for="family-language">{{ t('family.language') }}</label><select
          id="family-language"
          v-model="chosen.language"
          class="field short"
        >
          <option v-for="one in LANGUAGES" :key="one" :value="one" :lang="one">{{ NAMES[one] }}</option>
        </select>
      </div>
      <fieldset class="choices">
        <legend class="label">{{ t('family.telling') }}</legend>
        <label v-for="one in ['atOnce', 'weekly', 'never'] as const" :key="one" class="row"
          ><input v-model="chosen.telling" type="radio" name="telling" :value="one" />{{ t(`family.tellings.${one}`) }}</label
        >
      </fieldset>
      <fieldset v-if="chosen.telling === 'atOnce'" class="choices">
        <legend class="label">{{ t('family.letterShows') }}</legend>
        <label v-for="one in ['score', 'words', 'nothing'] as const" :key="one" class="row"
          ><input v-model="chosen.letterShows" type="radio" name="letterShows" :value="one" />{{ t(`family.letter.${one}`) }}</label
        >
      </fieldset>
      <p v-if="chosen.telling !== 'never' && !session.me?.email" class="note small">{{ t('family.tellingNeeds') }}</p>
      <p v-if="telling.problem.value" class="note bad" role="alert">{{ problemText(telling.problem.value) }}</p>
      <div class="row">
        <button class="btn main" :disabled="telling.busy.value">{{ t('family.save') }}</button><span
          v-if="saved"
          class="good small"
          role="status"
          >{{ t('family.saved') }}</span
        >
      </div>
    </form>
    <form class="sheet box stack" @submit.prevent="setEmail">
      <div>
        <label class="label" for="family-mail">{{ t('family.email') }}</label><input
          id="family-mail"
          v-model="email"
          class="field"
          type="email"
          maxlength="200"
          autocomplete="email"
          dir="ltr"
        />
      </div>
      <div>
        <label class="label" for="family-current">{{ t('family.current') }}</label><input
          id="family-current"
          v-model="current"
          class="field"
          type="password"
          autocomplete="current-password"
          required
          dir="ltr"
        />
      </div>
      <p v-if="mailing.problem.value" class="note bad" role="alert">{{ problemText(mailing.problem.value) }}</p>
      <div class="row">
        <button class="btn" :disabled="mailing.busy.value">{{ t('family.setEmail') }}</button><span
          v-if="mailed"
          class="good small"
          role="status"
          >{{ t('family.saved') }}</span
        >
      </div>
    </form>
    <form class="sheet box stack" @submit.prevent="setPassword">
      <div>
        <label class="label" for="family-old">{{ t('family.current') }}</label><input
          id="family-old"
          v-model="secret.current"
          class="field"
          type="password"
          autocomplete="current-password"
          required
          dir="ltr"
        />
      </div>
      <div>
        <label class="label" for="family-new">{{ t('family.newPassword') }}</label><input
          id="family-new"
          v-model="secret.password"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
          dir="ltr"
        />
        <p class="muted small">{{ t('family.passwordHint') }}</p>
      </div>
      <p v-if="changing.problem.value" class="note bad" role="alert">{{ problemText(changing.problem.value) }}</p>
      <div class="row">
        <button class="btn" :disabled="changing.busy.value">{{ t('family.setPassword') }}</button><span
          v-if="changed"
          class="good small"
          role="status"
          >{{ t('family.saved') }}</span
        >
      </div>
    </form>
    <form class="sheet box stack" @submit.prevent="add">
      <h2>{{ t('family.addChild') }}</h2>
      <div>
        <label class="label" for="family-more">{{ t('family.code') }}</label><input
          id="family-more"
          v-model="code"
          class="field"
          autocapitalize="characters"
          autocomplete="off"
          required
          maxlength="40"
          dir="ltr"
        />
      </div>
      <p v-if="adding.problem.value" class="note bad" role="alert">{{ problemText(adding.problem.value) }}</p>
      <p v-if="added" class="note" role="status">{{ t('family.added', { name: added }) }}</p>
      <button class="btn" :disabled="adding.busy.value">{{ t('family.add') }}</button>
    </form>
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
