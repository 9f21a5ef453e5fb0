<script setup lang="ts">
/** An entry that was not stored is said in a line and can be typed on at once; of several there is a list. */
import { Button } from 'ant-design-vue';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import type { Spot, Wish } from './spot';
import type { Book } from './use-book';
import type { KeptCell } from './use-kept-cells';

const props = defineProps<{ book: Book; kept: readonly (KeptCell & Spot)[] }>();
defineEmits<{ again: [wishes: Wish[], bonusConfirmed: boolean]; change: [Wish]; drop: [Spot[]]; list: [] }>();
const { t, count, name } = useWords();
const { value } = props.book;
const slip = computed(() => (props.kept.length === 1 ? props.kept[0]! : null));
const nameOf = ({ row: at, column: of }: Spot) =>
  t('book.cellOf', { name: value.value ? name(value.value.students[at]!) : '', title: value.value?.columns[of]?.title ?? '' });
</script>

<template>
  <div v-if="slip" class="note bad slip row" role="alert">
    <span class="grow" dir="auto"
      ><strong>{{ t('book.trouble.refused') }}: {{ nameOf(slip) }}</strong> · “{{ slip.text }}”:
      {{ t(`book.trouble.whys.${slip.why}`) }}</span
    >
    <Button v-if="slip.why === 'aboveMaximum'" type="primary" @click="$emit('again', [slip], true)">
      {{ count('book.trouble.bonus', 1) }}
    </Button>
    <Button v-if="slip.why === 'notStored'" type="primary" @click="$emit('again', [slip], false)">
      {{ t('book.trouble.again') }}
    </Button>
    <Button @click="$emit('change', slip)">{{ t('book.trouble.change') }}</Button>
    <Button @click="$emit('drop', [slip])">{{ t('book.trouble.leave') }}</Button>
  </div>
  <div v-else-if="kept.length > 1" class="note bad slip row" role="alert">
    <span class="grow">{{ count('book.trouble.keptHint', kept.length) }}</span>
    <Button @click="$emit('list')">{{ t('book.trouble.list') }}</Button>
  </div>
</template>

<style scoped>
.slip {
  padding-block: 5px;
  font-size: 14px;
}
</style>
