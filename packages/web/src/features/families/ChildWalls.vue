<script setup lang="ts">
/** Display walls of a child's classes, where the class lets families see them; one is opened in its place. */
import { Button } from 'ant-design-vue';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import ChildWall from './ChildWall.vue';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string }>();
const { t } = useFamilyWords();
const { value } = useLoad(() => ask('GET /api/family/children/:studentId/walls', { params: { studentId: props.childId } }));
const opened = ref<string | null>(null);
</script>

<template>
  <section v-if="value && value.length > 0">
    <div class="heading">
      <h2>{{ t('family.walls') }}</h2>
    </div>
    <div v-for="one in value" :key="one.id" class="wall">
      <div class="row wrap">
        <ClassSquare :hue="one.hue" /><span class="grow"
          ><strong dir="auto">{{ one.title }}</strong> <span class="small muted" dir="auto">{{ one.className }}</span></span
        ><Button
          :aria-expanded="opened === one.id"
          :aria-label="`${t('family.wallLook')}: ${one.title}`"
          @click="opened = opened === one.id ? null : one.id"
          >{{ t('family.wallLook') }}</Button
        >
      </div>
      <ChildWall v-if="opened === one.id" :wall-id="one.id" />
    </div>
  </section>
</template>

<style scoped>
.wall {
  padding-block: 8px;
  border-block-end: 1px solid var(--line-2);
}
</style>
