import { createSharedComposable, useLocalStorage, useMediaQuery, usePreferredDark } from '@vueuse/core';
import { theme } from 'ant-design-vue';
import type { ThemeConfig } from 'ant-design-vue/es/config-provider/context';
import { computed, shallowRef, watchEffect, type Ref, type ShallowRef } from 'vue';

export type ThemeChoice = 'light' | 'dark' | 'device';

/** Which of the library's tokens are which of ours. It makes its own shades from some, so it needs the colours themselves. */
const LIBRARY_TOKENS = {
  colorPrimary: '--act',
  colorTextLightSolid: '--on-act',
  colorInfo: '--flag-in',
  colorError: '--alarm',
  colorErrorText: '--alarm-text',
  colorSuccess: '--good',
  colorWarning: '--now',
  colorLink: '--text-2',
  colorLinkHover: '--text',
  colorLinkActive: '--text',
  colorText: '--text',
  colorTextHeading: '--text',
  colorTextLabel: '--text-2',
  colorTextSecondary: '--text-2',
  colorTextDescription: '--text-3',
  colorTextTertiary: '--text-3',
  colorTextPlaceholder: '--text-3',
  colorTextDisabled: '--text-3',
  colorIcon: '--text-3',
  colorIconHover: '--text',
  colorBgContainer: '--surface',
  colorBgElevated: '--surface',
  colorBgLayout: '--page',
  colorFillAlter: '--surface-2',
  colorFillContent: '--surface-2',
  colorFillSecondary: '--surface-2',
  colorBgTextHover: '--surface-2',
  colorBgTextActive: '--surface-2',
  colorBgContainerDisabled: '--surface-2',
  colorBorder: '--field-line',
  colorBorderSecondary: '--line',
  colorSplit: '--line-2',
  controlItemBgHover: '--surface-2',
  controlItemBgActive: '--surface-now',
  controlItemBgActiveHover: '--surface-now',
  controlOutline: '--focus',
  fontFamily: '--font',
  boxShadowSecondary: '--float-shadow',
} as const satisfies Partial<Record<keyof NonNullable<ThemeConfig['token']>, `--${string}`>>;

/** The library's theme from our tokens as they hold on the page now. */
function libraryTheme({ dark, phone, large }: { dark: boolean; phone: boolean; large: boolean }): ThemeConfig {
  const ours = getComputedStyle(document.documentElement);
  const tokens = Object.entries(LIBRARY_TOKENS).map(([theirs, name]) => [theirs, ours.getPropertyValue(name).trim()] as const);
  return {
    algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      ...Object.fromEntries(tokens.filter(([, value]) => value !== '')),
      borderRadius: 8,
      controlHeight: large ? 52 : phone ? 44 : 36,
      controlHeightSM: large ? 46 : phone ? 40 : 28,
      fontSize: large ? 19 : 15,
      fontSizeSM: large ? 17 : 13,
      lineHeight: 1.45,
      // Nothing throws a shadow but what floats, and the ring of the focus is drawn by the page's own style.
      boxShadow: 'none',
      boxShadowTertiary: 'none',
      controlOutlineWidth: 0,
      controlTmpOutline: 'transparent',
      wireframe: false,
    },
  };
}

/** Light, dark or as the device, as somebody has chosen here. */
export const useThemeChoice = createSharedComposable(() => {
  const choice = useLocalStorage<ThemeChoice>('jolly-theme', 'device');
  const deviceDark = usePreferredDark();
  return { choice, dark: computed(() => choice.value === 'dark' || (choice.value === 'device' && deviceDark.value)) };
});

/**
 * The component library's theme, made anew from our tokens whenever those change.
 * @param large type and buttons of the simple view
 */
export function useLibraryTheme(large: Ref<boolean>): ShallowRef<ThemeConfig> {
  const { dark } = useThemeChoice();
  const phone = useMediaQuery('(max-width: 640px)');
  const library = shallowRef<ThemeConfig>({});
  watchEffect(() => {
    // The attribute first: the tokens are read as it makes them.
    document.documentElement.dataset.theme = dark.value ? 'dark' : 'light';
    library.value = libraryTheme({ dark: dark.value, phone: phone.value, large: large.value });
  });
  return library;
}
