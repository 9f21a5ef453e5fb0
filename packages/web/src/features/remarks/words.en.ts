/** What the pages of remarks say. */
export const remarksWords = {
  remarks: {
    title: 'Saved remarks',
    sub: 'said once, used again; found by typing “;” while marking',
    find: 'Find a saved remark',
    none: 'You have saved no remark yet. “Save this remark” keeps what you wrote in a note or an overall remark.',
    noneFound: 'No saved remark has all these words.',
    uses: 'not used yet | used once | used {n} times',
    add: 'New remark',
    change: 'Change',
    remove: 'Let go of “{text}”',
    text: 'Remark',
    nameHint: "{'{name}'} becomes the student’s first name when they read it.",
    folder: 'Folder',
    noFolder: 'In no folder',
    criterion: 'For the criterion',
    criterionHint: 'It comes first where a rubric has a criterion of this name.',
    aim: 'Aim',
    share: 'Colleagues may use it too',
    sharedByMe: 'shared',
    sharedBy: 'from {name}',
  },
};
