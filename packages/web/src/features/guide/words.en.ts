/** What the pages of the guide say. */
export const guideWords = {
  guide: {
    title: 'The guide',
    label: 'For whom',
    back: 'Back to the pages',
    whom: { teacher: 'For teachers', student: 'For students', family: 'For families', keeper: 'For whoever runs it' },
  },
};
