/** What the demo teachers set. `due` is in school days from today; points in whole points, null for words only. */
export interface PlannedWork {
  title: string;
  due: number | null;
  points: number | null;
  how?: 'inClass';
  accepts?: ('text' | 'files')[];
  /** school days after due; left out: never closes */
  closes?: number;
  opens?: number;
  kind?: 'draft';
  task: string;
  files?: 'photo' | 'pdf' | 'table';
}

export const WORK: Record<string, PlannedWork[]> = {
  'Rivers 8': [
    {
      title: 'Watershed outline',
      due: -37,
      points: 10,
      closes: 5,
      task: 'Trace the edge of our river’s catchment on the map and name three streams inside it.',
      files: 'photo',
    },
    {
      title: 'Rain to river',
      due: -30,
      points: 20,
      closes: 5,
      task: 'Explain in your own words how a drop of rain on the moor reaches the estuary.',
    },
    {
      title: 'Stream order quiz',
      due: -24,
      points: 10,
      how: 'inClass',
      task: 'Ten questions on first, second and third order streams. We write it in lesson 2.',
    },
    {
      title: 'Source to mouth poster',
      due: -17,
      points: 30,
      closes: 10,
      task: 'Make a poster of a river from source to mouth. Mark where it wears away, carries and drops.',
      files: 'photo',
    },
    {
      title: 'Bank survey',
      due: -12,
      points: 10,
      how: 'inClass',
      task: 'We measure both banks at the ford in lessons 3 and 4. Bring boots.',
    },
    {
      title: 'Field safety card',
      due: -11,
      points: 5,
      closes: 0,
      task: 'Write the five things you check before you step into moving water.',
    },
    {
      title: 'Flow rate table',
      due: -7,
      points: 20,
      closes: 10,
      task: 'Turn your float times into speeds. Show one calculation in full and hand in the table.',
      files: 'table',
    },
    {
      title: 'Meander notes',
      due: -4,
      points: 20,
      closes: 10,
      task: 'Why does the outside of a bend wear away? Use what you saw at the third station.',
    },
    {
      title: 'River cross-section sketch',
      due: -2,
      points: 24,
      closes: 10,
      task: 'Sketch the cross-section at your station to scale. Label both axes, the bed and the water line.',
      files: 'photo',
    },
    {
      title: 'Valley model',
      due: 2,
      points: 30,
      closes: 7,
      task: 'Build a model of one stretch of our valley, about 30 cm long, from card or clay. Show where the river wears its bed away and where it drops what it carries. Photograph it from above and from the side, and add three labels in your own words.',
      files: 'photo',
    },
    {
      title: 'Estuary reading',
      due: 4,
      points: null,
      task: 'Read pages 2 to 4 of the estuary sheet and write down one question you still have.',
    },
    {
      title: 'Flood diary',
      due: 13,
      points: 20,
      opens: 5,
      closes: 5,
      task: 'Follow one week of river levels and say each day what the river might do next.',
    },
    { title: 'Delta or estuary', due: null, points: 15, kind: 'draft', task: 'Compare two river mouths from the picture set.' },
  ],
  'Weather 9': [
    { title: 'Cloud names', due: -35, points: 10, closes: 5, task: 'Name the ten clouds on the sheet and say how high each one floats.' },
    {
      title: 'Storm log, week 5',
      due: -21,
      points: 20,
      closes: 5,
      task: 'Pressure, wind and sky, twice a day for a week, with a line of what you expect next.',
      files: 'table',
    },
    {
      title: 'Barometer build',
      due: -15,
      points: 20,
      closes: 10,
      task: 'Build a barometer from a jar and a balloon. Photograph it and write down five readings.',
      files: 'photo',
    },
    {
      title: 'Cloud atlas',
      due: -10,
      points: 30,
      closes: 10,
      task: 'Six photographs of your own, each with the cloud’s name and how you know.',
      files: 'pdf',
    },
    {
      title: 'Storm log, week 8',
      due: -6,
      points: 20,
      closes: 5,
      task: 'Pressure, wind and sky, twice a day for a week, with a line of what you expect next.',
      files: 'table',
    },
    {
      title: 'Fronts in words',
      due: -3,
      points: 20,
      closes: 8,
      task: 'A warm front passes over the school. Say hour by hour what you would see and feel, and why.',
    },
    {
      title: 'Storm log, week 9',
      due: -1,
      points: 20,
      closes: 5,
      task: 'Pressure, wind and sky, twice a day for a week, with a line of what you expect next.',
      files: 'table',
    },
    {
      title: 'Storm log, week 10',
      due: 0,
      points: 20,
      closes: 5,
      task: 'Pressure, wind and sky, twice a day for a week, with a line of what you expect next.',
      files: 'table',
    },
    { title: 'Pressure map', due: 6, points: 10, how: 'inClass', task: 'We draw the isobars of this week’s storm together in lesson 1.' },
    {
      title: 'What the forecast missed',
      due: 9,
      points: 30,
      closes: 5,
      task: 'Choose one day on which the forecast was wrong. What happened instead, and what was overlooked?',
    },
    { title: 'Sea breeze experiment', due: null, points: 20, kind: 'draft', task: 'Two trays, two lamps, one thermometer.' },
  ],
  'Maps 10': [
    { title: 'Scale ladder', due: -33, points: 10, closes: 5, task: 'The same place at four scales: what appears, what disappears?' },
    {
      title: 'Contour worksheet',
      due: -26,
      points: 20,
      closes: 5,
      task: 'Draw the profile along the line from A to B and mark where you could not see the church.',
      files: 'photo',
    },
    { title: 'Grid references', due: -18, points: 10, how: 'inClass', task: 'Twelve six-figure references against the clock.' },
    {
      title: 'Map of a habit',
      due: -9,
      points: 30,
      closes: 10,
      task: 'Map something you do every day, to scale, with a legend and a north arrow.',
      files: 'pdf',
    },
    {
      title: 'Bearings and back-bearings',
      due: -5,
      points: 20,
      closes: 6,
      task: 'Six bearings with their back-bearings, and one paragraph on why they do not quite agree.',
    },
    { title: 'Compass drill', due: -1, points: 10, how: 'inClass', task: 'Ten bearings in pairs on the playing field, in lesson 2.' },
    {
      title: 'Route card',
      due: 2,
      points: 20,
      closes: 5,
      task: 'Plan a walk of about 8 km: legs, bearings, distances, climbing and time for each leg.',
      files: 'table',
    },
    {
      title: 'Whose map is it?',
      due: 8,
      points: 30,
      task: 'Two maps of the same bay. Who made each, for whom, and what did they leave out?',
    },
    { title: 'Orienteering plan', due: 12, points: 20, opens: 3, closes: 5, task: 'Set a course of eight controls in the school grounds.' },
  ],
};

/** Sentences that students write, per class; a text is a handful of them. */
export const SENTENCES: Record<string, string[]> = {
  'Rivers 8': [
    'When the river goes round a bend the water on the outside has further to travel so it moves faster.',
    'Faster water can carry more, so it cuts into the bank.',
    'We saw this at the third station, where the far bank was undercut by about 40 cm.',
    'On the inside the water is slow and it drops what it is carrying.',
    'The beach there was made of small stones, and they got smaller towards the edge.',
    'Our float took 14 seconds for ten metres in the middle and 21 seconds near the bank.',
    'I think the bed is rougher near the ford because the bigger stones stay behind.',
    'After the rain on Tuesday the water was brown, so it must have been carrying soil.',
    'That is why bends get bigger over time and may finally meet.',
    'The tide comes up as far as the old bridge, and there the water stands still twice a day.',
    'We measured the depth every half metre with a pole and wrote it down in pencil because of the wet.',
  ],
  'Weather 9': [
    'The pressure fell from 1016 to 998 between Monday morning and Tuesday night.',
    'First there were thin high clouds like feathers, then the whole sky turned grey.',
    'The wind went round from south to west when the front had passed.',
    'It rained for three hours without stopping and then only in showers.',
    'My barometer moved a whole centimetre, which was more than I expected.',
    'Behind the front the air was colder but you could see much further.',
    'I expected fog in the morning because the night was clear and still.',
    'The forecast said sun, but the sea mist came in and stayed until noon.',
    'Warm air slides up over the cold air, so the rain starts long before the front is here.',
  ],
  'Maps 10': [
    'At the largest scale you can see our gate, and at the smallest the whole town is a dot.',
    'The contour lines are closest together above the quarry, so that is the steepest part.',
    'The back-bearing should differ by exactly 180 degrees, but ours was off by three.',
    'I think somebody was standing too close to the iron fence.',
    'The second leg is short but it climbs 90 metres, so I gave it half an hour.',
    'My legend has six signs because more would not fit next to the path.',
    'The older map leaves out the houses of the people who worked the salt pans.',
    'North is at the top only because everyone agreed on it.',
  ],
};

export const REMARKS = [
  'You are reading the evidence well. Next time say how you know.',
  'Clear and complete. The drawing carries the argument.',
  'Good observation at the start; the explanation stops half way. What happens after that?',
  'Careful work. Put the units beside every number.',
  'You found the hard part yourself and said so. That is worth a lot.',
  'The idea is right. Write it as two sentences and it will be easy to follow.',
  'Well measured. Compare with your neighbour’s station: why do yours differ?',
];

export const SEND_BACK_REASONS = [
  'Label both axes and give the scale, then hand it in again.',
  'Your table has the times but not the speeds. Add one calculation in full.',
];
