<script setup lang="ts">
/** Further acts of a page behind one button, which is named by what they do. */
import { DownOutlined } from '@ant-design/icons-vue';
import { Button, Dropdown, Menu, MenuItem } from 'ant-design-vue';
import { nextTick, ref, watch, type ComponentPublicInstance } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import type { Act } from './page-acts';

const props = defineProps<{
  title: string;
  acts: readonly Act[];
  /** what it is read as, where that is more than its title */ label?: string;
  small?: boolean;
}>();
const router = useRouter();
const open = ref(false);
const menu = ref<ComponentPublicInstance | null>(null);
const button = ref<ComponentPublicInstance | null>(null);
const items = () => [
  ...((menu.value?.$el as HTMLElement | undefined)?.querySelectorAll<HTMLElement>('[role=menuitem]:not([aria-disabled=true])') ?? []),
];
const focusOn = () => (button.value?.$el as HTMLElement | undefined)?.focus();

// What floats is laid out over some frames, in which nothing in it takes the focus.
const FRAMES = 30;
watch(open, async () => {
  await nextTick();
  for (let frame = 0; frame < FRAMES && open.value; frame++) {
    items()[0]?.focus();
    if (items()[0] && document.activeElement === items()[0]) return;
    await new Promise(requestAnimationFrame);
  }
});
// The library's menu leaves the keys of a menu to whoever uses it.
function keys(event: KeyboardEvent): void {
  const all = items();
  const at = all.indexOf(document.activeElement as HTMLElement);
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: -1 }[event.key];
  if (to !== undefined) all.at(to % all.length)?.focus();
  else if (event.key === 'Escape' || event.key === 'Tab') {
    open.value = false;
    focusOn();
    if (event.key === 'Tab') return;
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
function act({ key, domEvent }: { key: string | number; domEvent: Event }): void {
  open.value = false;
  const chosen = props.acts[Number(key)]!;
  // A press on the link within is the browser's: it may open it elsewhere.
  if (chosen.to && domEvent.target instanceof Element && domEvent.target.closest('a')) return;
  if (chosen.to) void router.push(chosen.to);
  else {
    focusOn();
    chosen.press?.();
  }
}
</script>

<template>
  <Dropdown v-model:open="open" :trigger="['click']" placement="bottomRight">
    <Button ref="button" aria-haspopup="menu" :aria-expanded="open" :aria-label="label ?? title" :size="small ? 'small' : 'middle'"
      >{{ title }} <DownOutlined aria-hidden="true" class="more"
    /></Button>
    <template #overlay>
      <Menu ref="menu" :selectable="false" :aria-label="label ?? title" @click="act" @keydown="keys">
        <MenuItem v-for="(one, index) in acts" :key="index" :disabled="one.disabled ?? false"
          ><RouterLink v-if="one.to" :to="one.to" tabindex="-1">{{ one.title }}</RouterLink
          ><template v-else>{{ one.title }}</template
          ><span v-if="one.key" class="key">{{ one.key }}</span></MenuItem
        >
      </Menu>
    </template>
  </Dropdown>
</template>

<style scoped>
.more {
  font-size: 11px;
}
.key {
  margin-inline-start: 8px;
}
</style>
