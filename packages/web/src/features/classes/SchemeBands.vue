<script setup lang="ts">
/** Bands of a total: what they are called and from where each holds. */
import type { schemeProblems } from '@jolly/core';
import { useWords } from '../../ui/use-words';
import type { SchemeForm } from './scheme-form';
import { percentIn } from './scheme-form';

const props = defineProps<{ disabled: boolean; problems: ReturnType<typeof schemeProblems> }>();
const scheme = defineModel<SchemeForm['scheme']>({ required: true });
const { t } = useWords();
const wrong = (at: string) => props.problems.find((one) => one.path === at)?.why;
const addBand = () =>
  scheme.value.bands.push({
    name: '',
    from: scheme.value.bands.length === 0 ? 0 : Math.min(100_000, Math.max(...scheme.value.bands.map((band) => band.from)) + 10_000),
  });
const sortBands = () => scheme.value.bands.sort((a, b) => b.from - a.from);
</script>

<template>
  <fieldset class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.bands') }}</h2>
    </legend>
    <div class="line">
      <label for="decimals">{{ t('scheme.decimals') }}</label><select id="decimals" v-model="scheme.decimals" class="field within">
        <option :value="0">0</option>
        <option :value="1">1</option>
        <option :value="2">2</option>
      </select>
    </div>
    <div v-for="(band, index) in scheme.bands" :key="index" class="line">
      <input
        v-model="band.name"
        class="field band"
        maxlength="40"
        :aria-label="t('scheme.bandName')"
        :aria-invalid="!!wrong(`bands.${index}.name`) || undefined"
        dir="auto"
      /><span>{{ t('scheme.from') }}</span
      ><input
        class="field number short"
        type="number"
        min="0"
        max="200"
        step="any"
        :value="band.from / 1000"
        :aria-label="t('scheme.bandFrom', { name: band.name })"
        :aria-invalid="!!wrong(`bands.${index}.from`) || undefined"
        @input="band.from = percentIn($event)"
        @change="sortBands"
      /><span>%</span
      ><button type="button" class="btn quiet" @click="scheme.bands.splice(index, 1)">
        {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ band.name }}</span>
      </button>
    </div>
    <ul v-if="problems.some((one) => one.path.startsWith('bands'))" class="plain alarm small">
      <li v-for="one in problems.filter((each) => each.path.startsWith('bands'))" :key="one.path">
        {{ t(`scheme.why.${one.why}`, { name: scheme.bands[Number(one.path.split('.')[1])]?.name || t('scheme.unnamed') }) }}
      </li>
    </ul>
    <div v-if="scheme.bands.length > 0" class="line">
      <label for="bands-by">{{ t('scheme.bandsBy') }}</label><select id="bands-by" v-model="scheme.bandsBy" class="field within">
        <option value="shown">{{ t('scheme.shown') }}</option>
        <option value="exact">{{ t('scheme.exact') }}</option>
      </select>
    </div>
    <button type="button" class="btn" @click="addBand">{{ t('scheme.addBand') }}</button>
  </fieldset>
</template>

<style scoped src="./scheme-part.css"></style>

<style scoped>
.band {
  width: 130px;
}
</style>
