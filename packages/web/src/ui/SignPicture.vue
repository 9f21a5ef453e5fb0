<script lang="ts">
/** Our signs, for those who look before they read, each drawn in a square of 24. */
const SIGNS = {
  voice:
    'M12 2a4 4 0 0 1 4 4v5a4 4 0 0 1-8 0V6a4 4 0 0 1 4-4zM4 11h2.5a5.5 5.5 0 0 0 11 0H20a8 8 0 0 1-6.8 7.9V22h-2.4v-3.1A8 8 0 0 1 4 11z',
  listen:
    'M2 9h4l6-6v18l-6-6H2zM15 7.5a6 6 0 0 1 0 9l-1.4-1.8a3.8 3.8 0 0 0 0-5.4zM18 4.4a10.2 10.2 0 0 1 0 15.2l-1.5-1.9a7.8 7.8 0 0 0 0-11.4z',
  draw: 'M3 21c0-4 2-6 4.4-5.4C9.6 16.200 9.500 19 7 20.300 5.900 20.900 4.500 21 3 21zM9.300 14.200 18.800 3.600a1.900 1.900 0 0 1 2.800 2.600L11.700 16.500a5.300 5.300 0 0 0-2.400-2.300z',
  photo:
    'M3 7h4.500l1.700-3h5.600l1.700 3H21a1 1 0 0 1 1 1v11a1 1 0 0 1-1 1H3a1 1 0 0 1-1-1V8a1 1 0 0 1 1-1zm9 2a4.500 4.500 0 1 0 0 9 4.500 4.500 0 0 0 0-9zm0 2.200a2.300 2.300 0 1 1 0 4.600 2.300 2.300 0 0 1 0-4.600z',
  write: 'M3 4h18v2.600H3zM3 9.400h18V12H3zM3 14.800h11v2.600H3zM17 14l4 4-5 5h-3v-3z',
  paper: 'M5 2h10l5 5v15H5zm9 1.800V8h4.200zM8 11h9v2H8zM8 15h9v2H8z',
  quiz: 'M12 2a10 10 0 1 1 0 20 10 10 0 0 1 0-20zm0 3.500c-2.600 0-4.200 1.600-4.300 3.900h2.500c.1-1.100.8-1.700 1.800-1.700s1.700.6 1.700 1.500c0 .8-.4 1.200-1.400 1.900-1.200.8-1.700 1.600-1.600 3v.6h2.400V14c0-.8.4-1.200 1.400-1.900 1.200-.8 1.800-1.800 1.800-3.100 0-2.100-1.700-3.500-4.300-3.500zm-1.400 10.700V19h2.800v-2.800z',
  file: 'M7 3h10v3h2.500v15h-15V6H7zm2.300 2.300v2.400h5.400V5.300zM8 11h8v2H8zM8 15h8v2H8z',
  handIn: 'M12 2l6.500 7H14v7h-4V9H5.500zM3 14h3v5h12v-5h3v8H3z',
  done: 'M9.400 19.600 2.600 12.800l2.600-2.600 4.200 4.200L18.800 5l2.600 2.600z',
  back: 'M15.500 3.500 18 6l-6 6 6 6-2.500 2.500L7 12z',
  forward: 'M8.500 3.500 6 6l6 6-6 6 2.500 2.500L17 12z',
  home: 'M12 2.500 22 11h-3v10h-5v-6h-4v6H5V11H2z',
  returned: 'M3 5h18v14H3zm2.600 2.300L12 12l6.400-4.700zM5.200 9.500v7.300h13.600V9.500L12 14.600z',
  again: 'M12 4a8 8 0 1 1-7.700 10h2.600A5.500 5.500 0 1 0 8 8.200L10.500 11H3V3.500l3.100 3A8 8 0 0 1 12 4z',
} as const;
export type Sign = keyof typeof SIGNS;
</script>

<script setup lang="ts">
defineProps<{ sign: Sign }>();
</script>

<template>
  <svg viewBox="0 0 24 24" class="sign" :class="{ turns: sign === 'back' || sign === 'forward' }" aria-hidden="true">
    <path :d="SIGNS[sign]" />
  </svg>
</template>

<style scoped>
.sign {
  display: block;
  inline-size: 100%;
  max-inline-size: 100%;
  fill: currentcolor;
}
/* Forward points to where reading goes. */
[dir='rtl'] .turns {
  transform: scaleX(-1);
}
</style>
