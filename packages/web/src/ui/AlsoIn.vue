<script setup lang="ts">
/** What is written in other languages beside the first: a part for each, a way to begin another, to leave one out, and to say which is first. */
import { Button } from 'ant-design-vue';
import { LANGUAGES, type Language } from '@jolly/core';
import { computed } from 'vue';
import { useT } from '../i18n/use-t';
import OwnLanguage from './OwnLanguage.vue';

const props = defineProps<{
  own: Language;
  written: readonly Language[];
  /** the first can change places with another that is written */ swaps?: boolean;
  disabled?: boolean;
}>();
defineEmits<{ add: [Language]; drop: [Language]; own: [Language] }>();
defineSlots<{
  default?: (of: { language: Language; called: string }) => unknown;
  /** between what is written and what can be begun */ between?: () => unknown;
  /** at the end of the line */ end?: () => unknown;
}>();
const { t } = useT();
const inOrder = computed(() => LANGUAGES.filter((one) => one !== props.own && props.written.includes(one)));
const left = computed(() => LANGUAGES.filter((one) => one !== props.own && !props.written.includes(one)));
const nameOf = (one: Language) => t(`wording.languages.${one}`);
</script>

<template>
  <div class="stack">
    <section v-for="one in inOrder" :key="one" class="stack other" :aria-label="nameOf(one)">
      <strong class="small" aria-hidden="true">{{ nameOf(one) }}</strong>
      <slot :language="one" :called="nameOf(one)" />
      <div>
        <Button type="link" size="small" :disabled="disabled ?? false" @click="$emit('drop', one)">{{
          t('wording.drop', { language: nameOf(one) })
        }}</Button>
      </div>
    </section>
    <slot name="between" />
    <div class="row wrap">
      <Button v-for="one in left" :key="one" type="link" size="small" :disabled="disabled ?? false" @click="$emit('add', one)">{{
        t('wording.alsoIn', { language: nameOf(one) })
      }}</Button>
      <OwnLanguage
        :model-value="own"
        :among="swaps ? LANGUAGES : LANGUAGES.filter((one) => !inOrder.includes(one))"
        :disabled="disabled ?? false"
        @update:model-value="(one) => $emit('own', one)"
      />
      <slot name="end" />
    </div>
  </div>
</template>

<style scoped>
.other {
  padding-inline-start: 12px;
  border-inline-start: 3px solid var(--line);
}
</style>
