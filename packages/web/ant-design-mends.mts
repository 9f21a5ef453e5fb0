import type { Plugin } from 'vite';

interface Mend {
  file: string;
  /** what stands there, how often, and what is to stand there */
  changes: readonly { old: string; times: number; now: string }[];
}
const one = (old: string, now: string) => ({ old, times: 1, now });

/**
 * Where parts of the component library tell assistive technology what is not so: a list that is not there yet, options without
 * a role, an icon with a label it may not have. The visible list repeats the hidden one that is read. And where a part loads what
 * nobody here uses.
 */
export const MENDS: readonly Mend[] = [
  {
    file: 'es/vc-select/OptionList.js',
    changes: [
      one('            "aria-selected": selected,\n            "class": optionClassName,', '            "class": optionClassName,'),
      one('        "height": listHeight,', '        "height": listHeight,\n        "aria-hidden": "true",'),
    ],
  },
  {
    file: 'es/vc-select/Selector/Input.js',
    changes: [
      one("'aria-expanded': open,", "'aria-expanded': !!open,"),
      one("'aria-owns': `${id}_list`,", "'aria-owns': open ? `${id}_list` : undefined,"),
      one("'aria-controls': `${id}_list`,", "'aria-controls': open ? `${id}_list` : undefined,"),
      one("'aria-activedescendant': activeDescendantId", "'aria-activedescendant': open ? activeDescendantId : undefined"),
    ],
  },
  {
    file: 'es/table/hooks/useSorter.js',
    changes: [{ old: '"role": "presentation"', times: 2, now: '"aria-hidden": "true", "aria-label": null, "role": null' }],
  },
  {
    // Every page would load the library's floating messages, of which none is shown here, to tell them which way is read.
    file: 'es/config-provider/index.js',
    changes: [
      one("import message from '../message';\nimport notification from '../notification';\n", ''),
      one(
        `        message.config({
          rtl: direction.value === 'rtl'
        });
        notification.config({
          rtl: direction.value === 'rtl'
        });
`,
        '',
      ),
    ],
  },
];

/** The text of a file with its mends. @throws where it does not stand as expected: another version must be looked at anew */
export function mended(text: string, { file, changes }: Mend): string {
  return changes.reduce((now, change) => {
    const parts = now.split(change.old);
    if (parts.length !== change.times + 1) throw new Error(`ant-design-vue/${file} no longer has: ${change.old.trim()}`);
    return parts.join(change.now);
  }, text);
}

/** Applies the mends as the library is bundled, and fails the build when one of its files was not met. */
export function antDesignMends(): Plugin {
  const met = new Set<string>();
  return {
    name: 'ant-design-mends',
    enforce: 'pre',
    transform(text, id) {
      const mend = MENDS.find(({ file }) => id.replace(/\\/g, '/').split('?')[0]!.endsWith(`ant-design-vue/${file}`));
      if (!mend) return null;
      met.add(mend.file);
      return { code: mended(text, mend), map: null };
    },
    buildEnd(error) {
      const missed = MENDS.filter(({ file }) => !met.has(file)).map(({ file }) => file);
      if (!error && missed.length > 0) this.error(`The build did not meet ${missed.join(', ')} of ant-design-vue.`);
    },
  };
}
