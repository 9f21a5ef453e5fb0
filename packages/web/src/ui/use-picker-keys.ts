import { ref, type Ref } from 'vue';

/**
 * How a picker is left by keys: Escape closes it before a sheet around it hears of it, and Tab goes on to what comes next once
 * something was typed, where the library would first go through what is open.
 * @param typed what stands in the field while it is being typed
 */
export function usePickerKeys(typed: Readonly<Ref<string | null>>) {
  const opened = ref(false);
  return {
    opened,
    escape: (event: KeyboardEvent) => opened.value && event.preventDefault(),
    goOn: (event: KeyboardEvent) => {
      if (typed.value === null) return;
      opened.value = false;
      event.stopPropagation();
    },
  };
}
