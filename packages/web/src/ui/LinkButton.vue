<script setup lang="ts">
/** A way to another page that looks like a button; it stays a link, with its address. */
import { Button } from 'ant-design-vue';
import { RouterLink, type RouteLocationRaw } from 'vue-router';

defineOptions({ inheritAttrs: false });
defineProps<{ to: RouteLocationRaw; type?: 'default' | 'primary' | 'link' | 'text'; size?: 'small' | 'middle'; block?: boolean }>();

/** As a link of the router does: what opens it elsewhere is left to the browser. */
function follow(event: MouseEvent, navigate: (event: MouseEvent) => unknown): void {
  if (!event.defaultPrevented) void navigate(event);
}
</script>

<template>
  <RouterLink v-slot="{ href, navigate, isExactActive }" :to="to" custom>
    <Button
      v-bind="$attrs"
      :type="type ?? 'default'"
      :size="size ?? 'middle'"
      :block="block"
      :href="href"
      :aria-current="($attrs['aria-current'] as 'page' | undefined) ?? (isExactActive ? 'page' : undefined)"
      @click="(event: MouseEvent) => follow(event, navigate)"
      ><slot
    /></Button>
  </RouterLink>
</template>
