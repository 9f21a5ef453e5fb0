<script setup lang="ts">
/** What can be put on a paper, in which ink and how broad; one step back, one forth. */
import { Button } from 'ant-design-vue';
import { INK_COLOURS, INKS, SIGN_OUTLINES, SIGNS, STICKER_NAMES, STICKERS } from '@jolly/core';
import type { KeptFile } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { fileAddress } from '../files';
import { ACT_SIGNS, TIPS, TOOL_SIGNS, type Choice, type Tool } from './tools';

const props = defineProps<{ choice: Choice; stickers: readonly KeptFile[]; canUndo: boolean; canRedo: boolean }>();
const emit = defineEmits<{ choose: [Partial<Choice>]; undo: []; redo: [] }>();
const { t } = useT();
const isOn = (tool: Tool) => JSON.stringify(tool) === JSON.stringify(props.choice.tool);
const plain = (['move', 'text', 'pen', 'marker', 'eraser'] as const).map((kind) => ({ tool: { kind } as Tool, outline: TOOL_SIGNS[kind] }));
const signs = SIGNS.map((sign) => ({ tool: { kind: 'sign', sign } as Tool, sign, outline: SIGN_OUTLINES[sign] }));
const picking = ref(false);
const hasInk = computed(() => !['move', 'eraser', 'sticker'].includes(props.choice.tool.kind));
const hasTip = computed(() => !['move', 'sticker'].includes(props.choice.tool.kind));
function pick(sticker: string): void {
  emit('choose', { tool: { kind: 'sticker', sticker } });
  picking.value = false;
}
</script>

<template>
  <div class="tools" role="toolbar" :aria-label="t('paper.tools')">
    <div class="set">
      <Button
        v-for="{ tool, outline } in plain"
        :key="tool.kind"
        class="tool"
        :type="isOn(tool) ? 'primary' : 'text'"
        :aria-pressed="isOn(tool)"
        @click="emit('choose', { tool })"
        ><svg viewBox="0 0 24 24" aria-hidden="true"><path :d="outline" /></svg
        ><span>{{ t(`paper.tool.${tool.kind as 'move'}`) }}</span></Button
      ><Button
        v-for="{ tool, sign, outline } in signs"
        :key="sign"
        class="tool"
        :type="isOn(tool) ? 'primary' : 'text'"
        :aria-pressed="isOn(tool)"
        @click="emit('choose', { tool })"
        ><svg viewBox="0 0 100 100" aria-hidden="true"><path :d="outline" /></svg><span>{{ t(`paper.signs.${sign}`) }}</span></Button
      ><Button class="tool" :type="choice.tool.kind === 'sticker' ? 'primary' : 'text'" :aria-expanded="picking" @click="picking = !picking"
        ><svg viewBox="0 0 24 24" aria-hidden="true"><path :d="TOOL_SIGNS.sticker" /></svg
        ><span>{{ t('paper.tool.sticker') }}</span></Button
      >
    </div>
    <div v-if="picking" class="set stickers" role="group" :aria-label="t('paper.tool.sticker')">
      <Button
        v-for="name in STICKER_NAMES"
        :key="name"
        type="text"
        class="choice-of"
        :aria-label="t(`paper.stickers.${name}`)"
        @click="pick(name)"
        ><svg viewBox="0 0 100 100" aria-hidden="true">
          <path v-for="[colour, outline] in STICKERS[name]" :key="outline" :d="outline" :fill="colour" /></svg></Button
      ><Button v-for="file in stickers" :key="file.id" type="text" class="choice-of" :aria-label="file.name" @click="pick(file.id)"
        ><img :src="fileAddress(file.id, 'inline')" alt=""
      /></Button>
    </div>
    <div class="set looks">
      <template v-if="hasInk"
        ><Button
          v-for="ink in INKS"
          :key="ink"
          type="text"
          class="choice-of ink"
          :aria-label="t(`paper.inks.${ink}`)"
          :aria-pressed="choice.ink === ink"
          @click="emit('choose', { ink })"
          ><i :style="{ background: INK_COLOURS[ink] }" /></Button
      ></template>
      <template v-if="hasTip"
        ><Button
          v-for="tip in TIPS"
          :key="tip"
          type="text"
          class="choice-of tip"
          :class="tip"
          :aria-label="t(`paper.tips.${tip}`)"
          :aria-pressed="choice.tip === tip"
          @click="emit('choose', { tip })"
          ><i /></Button
      ></template>
      <span class="gap" />
      <Button class="tool step" type="text" :disabled="!canUndo" @click="emit('undo')"
        ><svg viewBox="0 0 24 24" aria-hidden="true"><path :d="ACT_SIGNS.undo" /></svg><span>{{ t('drawing.undo') }}</span></Button
      ><Button class="tool step" type="text" :disabled="!canRedo" @click="emit('redo')"
        ><svg viewBox="0 0 24 24" aria-hidden="true"><path :d="ACT_SIGNS.redo" /></svg><span>{{ t('drawing.redo') }}</span></Button
      >
    </div>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.set {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px;
}
.stickers {
  order: 3;
  flex-basis: 100%;
}
.tool.ant-btn {
  display: grid;
  justify-items: center;
  gap: 2px;
  block-size: 48px;
  min-inline-size: 52px;
  padding: 4px 6px;
  font-size: 12px;
  line-height: 1.2;
}
.tool svg,
.choice-of svg,
.choice-of img {
  inline-size: 20px;
  block-size: 20px;
  object-fit: contain;
}
.tool svg {
  fill: currentcolor;
}
.choice-of.ant-btn {
  inline-size: 40px;
  block-size: 44px;
  padding: 0;
  display: grid;
  place-items: center;
}
.stickers .choice-of svg,
.stickers .choice-of img {
  inline-size: 32px;
  block-size: 32px;
}
.choice-of i {
  display: block;
  inline-size: 22px;
  block-size: 22px;
  border-radius: 50%;
  border: 1px solid var(--field-line);
}
.choice-of[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--focus);
}
.tip i {
  background: var(--text-2);
  border: 0;
}
.tip.fine i {
  inline-size: 5px;
  block-size: 5px;
}
.tip.middle i {
  inline-size: 10px;
  block-size: 10px;
}
.tip.broad i {
  inline-size: 18px;
  block-size: 18px;
}
.gap {
  inline-size: 8px;
}
@media (max-width: 640px) {
  .tools {
    gap: 0;
    justify-content: space-between;
  }
  .set {
    gap: 0;
    justify-content: space-between;
    flex-basis: 100%;
  }
  .looks {
    min-block-size: 48px;
    justify-content: flex-end;
  }
  .tool.ant-btn {
    min-inline-size: 0;
    padding: 4px 2px;
    font-size: 11px;
  }
  .choice-of.ant-btn {
    inline-size: 31px;
  }
  .step.ant-btn {
    inline-size: 38px;
  }
  .step span {
    position: absolute;
    inline-size: 1px;
    block-size: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .gap {
    display: none;
  }
}
</style>
