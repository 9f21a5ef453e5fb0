<script setup lang="ts">
/** The end of a notice: once it has been in sight, the notice counts as read. */
import { ref } from 'vue';
import { useInSight } from '../notices';

const emit = defineEmits<{ seen: [] }>();
const end = ref<HTMLElement | null>(null);
useInSight(end, () => emit('seen'));
</script>

<template><span ref="end"></span></template>
