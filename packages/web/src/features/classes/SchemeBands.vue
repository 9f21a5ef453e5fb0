<script setup lang="ts">
/** Bands of a total: what they are called and from where each holds. */
import { Button, Input } from 'ant-design-vue';
import { LANGUAGES, type Band, type Language, type schemeProblems } from '@jolly/core';
import { computed, ref } from 'vue';
import { language as pageLanguage } from '../../time/format';
import AlsoIn from '../../ui/AlsoIn.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useWords } from '../../ui/use-words';
import type { SchemeForm } from './scheme-form';
import { percentIn } from './scheme-form';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import FieldSet from '../../ui/FieldSet.vue';

const props = defineProps<{ disabled: boolean; problems: ReturnType<typeof schemeProblems> }>();
const scheme = defineModel<SchemeForm['scheme']>({ required: true });
const { t } = useWords();
const wrong = (at: string) => props.problems.find((one) => one.path === at)?.why;
const addBand = () =>
  scheme.value.bands.push({
    name: '',
    from: scheme.value.bands.length === 0 ? 0 : Math.min(100_000, Math.max(...scheme.value.bands.map((band) => band.from)) + 10_000),
  });
const own = computed(() => scheme.value.bandsLanguage ?? pageLanguage());
/** begun here, with nothing written yet */
const begun = ref<Language[]>([]);
const written = computed(() =>
  LANGUAGES.filter((one) => begun.value.includes(one) || scheme.value.bands.some((band) => band.otherNames?.[one] !== undefined)),
);
function drop(language: Language): void {
  begun.value = begun.value.filter((one) => one !== language);
  for (const band of scheme.value.bands) delete band.otherNames?.[language];
}
function name(band: Band, language: Language, text: string): void {
  band.otherNames = { ...band.otherNames, [language]: text };
  scheme.value.bandsLanguage = own.value;
}
const sortBands = () => scheme.value.bands.sort((a, b) => b.from - a.from);
</script>

<template>
  <FieldSet class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.bands') }}</h2>
    </legend>
    <div class="line">
      <label for="decimals">{{ t('scheme.decimals') }}</label><SelectField
        id="decimals"
        v-model="scheme.decimals"
        class="within"
        :options="[
          { value: 0, label: `0` },
          { value: 1, label: `1` },
          { value: 2, label: `2` },
        ]"
      />
    </div>
    <div v-for="(band, index) in scheme.bands" :key="index" class="line">
      <Input
        v-model:value="band.name"
        :maxlength="40"
        :aria-label="t('scheme.bandName')"
        :aria-invalid="!!wrong(`bands.${index}.name`) || undefined"
        dir="auto"
        class="band"
        :status="!!wrong(`bands.${index}.name`) ? 'error' : ''"
      /><span>{{ t('scheme.from') }}</span
      ><NumberField
        class="short"
        :label="t('scheme.bandFrom', { name: band.name })"
        :invalid="!!wrong(`bands.${index}.from`)"
        :min="0"
        :max="200"
        :model-value="band.from / 1000"
        @update:model-value="band.from = percentIn($event)"
        @focusout="sortBands"
      /><span>%</span
      ><Button type="link" @click="scheme.bands.splice(index, 1)">
        {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ band.name }}</span>
      </Button>
    </div>
    <FoldedPart v-if="scheme.bands.length > 0" :title="t('wording.question')">
      <AlsoIn
        :own="own"
        :written="written"
        :disabled="disabled"
        @add="(one) => begun.push(one)"
        @drop="drop"
        @own="(one) => (scheme.bandsLanguage = one)"
      >
        <template #default="{ language: one, called }">
          <div class="line">
            <Input
              v-for="(band, index) in scheme.bands"
              :key="index"
              class="band"
              :value="band.otherNames?.[one] ?? ''"
              :aria-label="t('wording.nameIn', { name: band.name, language: called })"
              :placeholder="band.name"
              :maxlength="40"
              dir="auto"
              @update:value="(text: string) => name(band, one, text)"
            />
          </div>
        </template>
      </AlsoIn>
    </FoldedPart>
    <ul v-if="problems.some((one) => one.path.startsWith('bands'))" class="plain alarm small">
      <li v-for="one in problems.filter((each) => each.path.startsWith('bands'))" :key="one.path">
        {{ t(`scheme.why.${one.why}`, { name: scheme.bands[Number(one.path.split('.')[1])]?.name || t('scheme.unnamed') }) }}
      </li>
    </ul>
    <div v-if="scheme.bands.length > 0" class="line">
      <label for="bands-by">{{ t('scheme.bandsBy') }}</label><SelectField
        id="bands-by"
        v-model="scheme.bandsBy"
        class="within"
        :options="[
          { value: 'shown', label: t('scheme.shown') },
          { value: 'exact', label: t('scheme.exact') },
        ]"
      />
    </div>
    <Button @click="addBand">{{ t('scheme.addBand') }}</Button>
  </FieldSet>
</template>

<style scoped src="./scheme-part.css"></style>

<style scoped>
.band {
  width: 130px;
}
</style>
