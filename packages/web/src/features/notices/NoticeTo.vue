<script setup lang="ts">
/** To which classes a notice goes, to whom in each, and whether families read it too. */
import { Button } from 'ant-design-vue';
import { EVERYONE, NOTICE_READERS, type Audience } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { ref } from 'vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { AudienceSheet } from '../assignments';
import type { NoticeDraft } from './blank-notice';

const notice = defineModel<NoticeDraft>({ required: true });
const props = defineProps<{ classes: readonly ClassReply[] }>();
const { t } = useWords();
const setOf = (classId: string) => notice.value.classes.find((one) => one.classId === classId);
function toggle(classId: string): void {
  const { classes } = notice.value;
  notice.value.classes = setOf(classId) ? classes.filter((one) => one.classId !== classId) : [...classes, { classId, audience: EVERYONE }];
}
const choosing = ref<string | null>(null);
const nameOf = (classId: string) => props.classes.find((one) => one.id === classId)?.label ?? '';
const whom = (audience: Audience) =>
  audience.kind === 'everyone' ? t('notices.everybody') : t('notices.some', { n: audience.studentIds.length + audience.groupIds.length });
function choose(audience: Audience): void {
  notice.value.classes = notice.value.classes.map((one) => (one.classId === choosing.value ? { ...one, audience } : one));
}
</script>

<template>
  <div class="stack">
    <div class="row wrap" role="group" :aria-label="t('notices.to')">
      <span class="muted">{{ t('notices.to') }}</span><ToggleButton
        v-for="one in classes"
        :key="one.id"
        :on="setOf(one.id) !== undefined"
        @click="toggle(one.id)"
        ><span class="row"
          ><ClassSquare :hue="one.hue" /><span dir="auto">{{ one.label }}</span></span
        ></ToggleButton
      >
    </div>
    <div class="row wrap" role="group" :aria-label="t('notices.readers')">
      <span class="muted">{{ t('notices.readers') }}</span><ToggleButton
        v-for="one in NOTICE_READERS.toReversed()"
        :key="one"
        :on="notice.readers === one"
        @click="notice.readers = one"
        >{{ t(`notices.readersAre.${one}`) }}</ToggleButton
      ><template v-if="notice.readers !== 'teachers'"
        ><Button
          v-for="one in notice.classes"
          :key="one.classId"
          type="link"
          size="small"
          :aria-label="t('notices.whom', { name: nameOf(one.classId) })"
          @click="choosing = one.classId"
          >{{ notice.classes.length > 1 ? `${nameOf(one.classId)}: ${whom(one.audience)}` : whom(one.audience) }}</Button
        ></template
      >
    </div>
    <AudienceSheet
      v-if="choosing"
      open
      whom-only
      :class-id="choosing"
      :class-name="nameOf(choosing)"
      :audience="setOf(choosing)?.audience ?? EVERYONE"
      :grouping-id="null"
      @close="choosing = null"
      @set="choose"
    />
  </div>
</template>

<style scoped>
.of-class > :first-child {
  margin-inline-end: 7px;
}
</style>
