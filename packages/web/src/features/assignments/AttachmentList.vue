<script setup lang="ts">
/** What goes with an assignment or a handout, to open, read or take away. */
import type { Attachment, KeptFile } from '@jolly/server/contract';
import { useT } from '../../i18n/use-t';
import RichTextView from '../../ui/RichTextView.vue';
import { fileAddress } from '../files';
import FoldedPart from '../../ui/FoldedPart.vue';

defineProps<{
  attachments: readonly Attachment[];
  spoken: KeptFile | null;
  /** worksheets of which one has a copy to write on, so that the sheet itself need not be shown */ copies?: readonly string[];
}>();
const { t } = useT();
const address = (file: KeptFile) => fileAddress(file.id);
const isPicture = (file: KeptFile) => /^image\/(png|jpeg|gif|webp)$/.test(file.mediaType);
</script>

<template>
  <div v-if="spoken || attachments.length > 0" class="with">
    <div v-if="spoken" class="spoken">
      <span class="muted small">{{ t('spoken.listen') }}</span><audio controls preload="none" :src="`${address(spoken)}?as=inline`" />
    </div>
    <ul v-if="attachments.length > 0" class="plain">
      <li v-for="one in attachments" :key="one.id">
        <span v-if="one.kind === 'worksheet' && copies?.includes(one.id)" dir="auto">{{ one.title }}</span>
        <FoldedPart v-else-if="one.kind === 'worksheet'">
          <template #title>
            <span dir="auto">{{ one.title }}</span>
          </template>
          <RichTextView class="sheet inside" :text="one.text" />
        </FoldedPart>
        <a v-else-if="one.kind === 'link'" :href="one.url" target="_blank" rel="noopener noreferrer nofollow" dir="auto">{{
          one.title || one.url
        }}</a>
        <a v-else-if="one.kind === 'file'" :href="address(one.file)" download dir="auto">{{ one.title || one.file.name }}</a>
        <RouterLink v-else :to="`/handouts/${one.briefId}`" dir="auto">{{ one.title }}</RouterLink>
        <span class="muted small"
          >{{ t(`attach.uses.${one.use}`) }}<template v-if="one.example"> · {{ t('attach.exampleShort') }}</template></span
        >
        <img
          v-if="one.kind === 'file' && isPicture(one.file) && !copies?.includes(one.id)"
          class="picture"
          :src="`${address(one.file)}?as=inline`"
          :alt="one.title"
          loading="lazy"
        />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.with {
  display: grid;
  gap: 10px;
}
.spoken {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.spoken audio {
  height: 36px;
  max-width: 100%;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
  padding-block: 3px;
}
.inside {
  padding: 14px 18px;
  margin-block: 6px;
}
.picture {
  flex-basis: 100%;
  max-width: 240px;
  max-height: 160px;
  object-fit: contain;
  object-position: left;
  border-radius: 6px;
}
@media (max-width: 640px) {
  li > a {
    padding-block: 12px;
  }
}
</style>
