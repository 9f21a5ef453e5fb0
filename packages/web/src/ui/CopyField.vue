<script setup lang="ts">
/** Something to be copied elsewhere: an address, a key. Beside its button stands what else can be done with it. */
import { Button, Input } from 'ant-design-vue';
import { ref, watch } from 'vue';
import { useT } from '../i18n/use-t';

const props = defineProps<{ value: string; label: string; primary?: boolean }>();
defineSlots<{ default?: () => unknown }>();
const { t } = useT();
const copied = ref(false);
watch(
  () => props.value,
  () => (copied.value = false),
);
const copy = () =>
  navigator.clipboard.writeText(props.value).then(
    () => (copied.value = true),
    () => undefined,
  );
</script>

<template>
  <div class="stack">
    <Input readonly :value="value" :aria-label="label" dir="ltr" @focus="($event.target as HTMLInputElement).select()" />
    <div class="row wrap">
      <Button :type="primary ? 'primary' : 'default'" @click="copy">{{
        t(copied ? 'common.calendar.copied' : 'common.calendar.copy')
      }}</Button><slot />
    </div>
  </div>
</template>
