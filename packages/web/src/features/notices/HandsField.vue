<script setup lang="ts">
/** What is asked in a show of hands: its choices, and how it goes. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { COUNT_SHOWN, FEWEST_CHOICES, MOST_CHOICES } from '@jolly/core';
import type { HandBody } from '@jolly/server/contract';
import { nextTick, ref } from 'vue';
import FileButton from '../../ui/FileButton.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { putUpPicture } from '../assignments';
import { fileAddress } from '../files';

const hands = defineModel<HandBody>({ required: true });
defineProps<{ zone: string; /** students have chosen: what is asked stays */ begun: boolean }>();
const { t } = useWords();
const list = ref<HTMLElement | null>(null);
async function add(): Promise<void> {
  if (hands.value.choices.length >= MOST_CHOICES) return;
  hands.value.choices.push({ id: crypto.randomUUID(), text: '' });
  await nextTick();
  list.value?.querySelectorAll('input')[hands.value.choices.length - 1]?.focus();
}
/** Enter goes on to the next choice, and makes one after the last. */
function enter(place: number): void {
  if (place === hands.value.choices.length - 1) void add();
  else list.value?.querySelectorAll('input')[place + 1]?.focus();
}
function named(on: boolean): void {
  hands.value.names = on;
  if (!on) hands.value.mayChange = false;
}
const lost = ref('');
async function picked([file]: File[]): Promise<void> {
  lost.value = '';
  if (file)
    await putUpPicture(file).then(
      (kept) => (hands.value.picture = { file: kept, alt: '' }),
      () => (lost.value = file.name),
    );
}
</script>

<template>
  <div class="stack">
    <p v-if="begun" class="note">{{ t('hands.begun') }}</p>
    <FormLine :label="t('hands.choices')" path="choices">
      <ol ref="list" class="choices">
        <li v-for="(choice, place) in hands.choices" :key="choice.id">
          <div class="row">
            <Input
              v-model:value="choice.text"
              :maxlength="200"
              :disabled="begun"
              :aria-label="t('hands.choice', { n: place + 1 })"
              dir="auto"
              @keydown.enter.prevent="enter(place)"
            /><Button
              v-if="hands.choices.length > FEWEST_CHOICES && !begun"
              type="link"
              :aria-label="t('hands.dropChoice', { n: place + 1 })"
              @click="hands.choices.splice(place, 1)"
              >×</Button
            >
          </div>
        </li>
      </ol>
    </FormLine>
    <div v-if="!begun" class="row wrap">
      <Button v-if="hands.choices.length < MOST_CHOICES" size="small" @click="add">{{ t('hands.addChoice') }}</Button>
      <FileButton v-if="!hands.picture" link @files="picked">{{ t('hands.picture') }}</FileButton>
    </div>
    <p v-if="lost" class="alarm small" role="alert">{{ t('hands.pictureLost', { name: lost }) }}</p>
    <div v-if="hands.picture" class="row wrap">
      <img :src="fileAddress(hands.picture.file.id)" :alt="hands.picture.alt" />
      <Input
        v-model:value="hands.picture.alt"
        class="grow"
        :maxlength="300"
        :placeholder="t('hands.pictureAlt')"
        :aria-label="t('hands.pictureAlt')"
        dir="auto"
      />
      <Button type="link" @click="hands.picture = null">{{ t('hands.dropPicture') }}</Button>
    </div>
    <div class="row wrap">
      <Checkbox v-model:checked="hands.several" :disabled="begun">{{ t('hands.several') }}</Checkbox>
      <Checkbox :checked="hands.names" :disabled="begun" @update:checked="named">{{ t('hands.names') }}</Checkbox>
      <Checkbox v-if="hands.names" v-model:checked="hands.mayChange">{{ t('hands.mayChange') }}</Checkbox>
    </div>
    <p v-if="!hands.names" class="muted small">{{ t('hands.namesNo') }}</p>
    <div class="row wrap two">
      <FormLine :label="t('hands.countShown')" for="hands-count"
        ><SelectField
          id="hands-count"
          v-model="hands.countShown"
          :options="COUNT_SHOWN.map((value) => ({ value, label: t(`hands.countShownIs.${value}`) }))"
      /></FormLine>
      <FormLine :label="t('hands.endsAt')"
        ><WhenField v-model="hands.endsAt" :zone="zone" usual-time="15:30" :label="t('hands.endsAt')" :empty="t('hands.openEnd')"
      /></FormLine>
    </div>
  </div>
</template>

<style scoped>
.choices {
  margin: 0;
  padding-inline-start: 22px;
  display: grid;
  gap: 6px;
}
.two > * {
  flex: 1 1 220px;
}
img {
  max-block-size: 110px;
  border-radius: 6px;
}
</style>
