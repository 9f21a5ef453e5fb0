<script setup lang="ts">
/** An arrow in the head of a calendar, with the name that the library's own lacks. */
import { DoubleLeftOutlined, DoubleRightOutlined, LeftOutlined, RightOutlined } from '@ant-design/icons-vue';
import { useT } from '../i18n/use-t';

defineProps<{ which: 'superPrev' | 'prev' | 'next' | 'superNext' }>();
const { t } = useT();
const ICONS = { superPrev: DoubleLeftOutlined, prev: LeftOutlined, next: RightOutlined, superNext: DoubleRightOutlined };
</script>

<template>
  <component :is="ICONS[which]" class="turned" aria-hidden="true" /><span class="hidden-text">{{ t(`when.${which}`) }}</span>
</template>

<style scoped>
[dir='rtl'] .turned {
  transform: scaleX(-1);
}
</style>
