<script setup lang="ts">
/** Fields that belong together, and are all out of use at once: the browser tells its own elements, this the library's parts too. */
import { useProviderDisabled } from 'ant-design-vue/es/config-provider/DisabledContext';
import { computed } from 'vue';

const props = defineProps<{ disabled: boolean }>();
// Undefined leaves each part to what it says of itself.
useProviderDisabled(computed(() => props.disabled || undefined));
</script>

<template>
  <fieldset :disabled="disabled"><slot /></fieldset>
</template>
