import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { theme } from 'ant-design-vue';
import { computed, watchEffect } from 'vue';

export type ThemeChoice = 'light' | 'dark' | 'device';

/** Light, dark or as the device: the attribute that switches tokens, and the component library's theme made from them. */
export function useTheme() {
  const choice = useLocalStorage<ThemeChoice>('jolly-theme', 'device');
  const deviceDark = usePreferredDark();
  const dark = computed(() => choice.value === 'dark' || (choice.value === 'device' && deviceDark.value));
  watchEffect(() => (document.documentElement.dataset.theme = dark.value ? 'dark' : 'light'));
  const library = computed(() => ({
    algorithm: dark.value ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: dark.value ? '#f4a91f' : '#0f3a46',
      colorText: dark.value ? '#eaf0ee' : '#14262e',
      colorBgContainer: dark.value ? '#182c37' : '#fffefb',
      colorBgElevated: dark.value ? '#182c37' : '#fffefb',
      colorBorder: dark.value ? '#34505d' : '#dcd8cc',
      borderRadius: 8,
      fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
      fontSize: 15,
    },
  }));
  return { choice, dark, library };
}
