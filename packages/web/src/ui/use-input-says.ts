import { watchEffect, type Ref } from 'vue';

/**
 * What the input within a part of the component library says to whoever listens; the library's pickers hand no attributes on.
 * @param root the element around the part
 * @param says the attributes by name; those that are undefined are taken away
 */
export function useInputSays(root: Ref<HTMLElement | null>, says: () => Record<`aria-${string}`, string | undefined>): void {
  watchEffect(
    () => {
      const input = root.value?.querySelector('input');
      for (const [name, value] of Object.entries(says()))
        if (value === undefined) input?.removeAttribute(name);
        else input?.setAttribute(name, value);
    },
    { flush: 'post' },
  );
}
