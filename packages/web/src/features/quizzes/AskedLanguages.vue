<script setup lang="ts">
/** The languages in which a question can be read. */
import { otherLanguagesOf, type AskedQuestion, type Language } from '@jolly/core';
import { useT } from '../../i18n/use-t';
import WordLanguages from '../../ui/WordLanguages.vue';

defineProps<{ asked: AskedQuestion }>();
defineEmits<{ choose: [Language] }>();
const { t } = useT();
</script>

<template>
  <WordLanguages
    v-if="asked.language"
    class="tongues"
    :label="t('wording.readIn')"
    :language="asked.language"
    :others="otherLanguagesOf(asked)"
    @choose="(one) => $emit('choose', one)"
  />
</template>

<style scoped>
.tongues {
  margin-block-end: 8px;
}
</style>
