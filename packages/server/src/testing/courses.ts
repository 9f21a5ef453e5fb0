import type { AssignmentListItem, Attachment, BriefReply, KeptFile, Unit } from '../contract';
import { aQuiz, asQuiz, bend, course, gap, question, speed, wear, why } from './quizzes';
import { doc, type Person, type School } from './school';
import { zip } from './zip';

/** What is prepared for a course, and packages of courses as programs that are not ours might write them. */

export const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** The list of a package. @param items of its organization @param resources as XML */
export const manifest = (items: string, resources: string): string =>
  `\ufeff<?xml version="1.0"?><manifest identifier="m" xmlns="http://www.imsglobal.org/xsd/imsccv1p1/imscp_v1p1" xmlns:lomimscc="http://ltsc.ieee.org/xsd/imsccv1p1/LOM/manifest" xmlns:cpx="urn:cpx">
<metadata><schema>IMS Common Cartridge</schema><schemaversion>1.1.0</schemaversion><lomimscc:lom><lomimscc:general><lomimscc:title><lomimscc:string>Streams</lomimscc:string></lomimscc:title></lomimscc:general></lomimscc:lom></metadata>
<organizations><organization identifier="o" structure="rooted-hierarchy"><item identifier="root">${items}</item></organization></organizations>
<resources>${resources}</resources></manifest>`;

const item = (title: string, ref: string) => `<item identifier="i-${ref}" identifierref="${ref}"><title>${title}</title></item>`;
const resource = (id: string, type: string, href: string, inside = '') =>
  `<resource identifier="${id}" type="${type}" ${href === '' ? '' : `href="${href}"`}>${href === '' ? '' : `<file href="${href}"/>`}${inside}</resource>`;

const field = (label: string, entry: string) =>
  `<qtimetadatafield><fieldlabel>${label}</fieldlabel><fieldentry>${entry}</fieldentry></qtimetadatafield>`;
const asked = (text: string, response: string) =>
  `<presentation><flow><material><mattext texttype="text/html">&lt;p&gt;${text}&lt;br&gt;Really&lt;/p&gt;</mattext></material>${response}</flow></presentation>`;
const choice = (cardinality: string, ...labels: [string, string][]) =>
  `<response_lid ident="r" rcardinality="${cardinality}"><render_choice>${labels
    .map(([ident, text]) => `<response_label ident="${ident}"><material><mattext>${text}</mattext></material></response_label>`)
    .join('')}</render_choice></response_lid>`;
const written = '<response_str ident="r"><render_fib/></response_str>';
const right = (condition: string, more = '<setvar varname="SCORE" action="Set">100</setvar>') =>
  `<respcondition><conditionvar>${condition}</conditionvar>${more}</respcondition>`;
const is = (value: string) => `<varequal respident="r">${value}</varequal>`;
const one = (id: string, profile: string, presentation: string, processing = '', more = '', weight = '') =>
  `<item ident="${id}" title="${id}"><itemmetadata><qtimetadata>${field('cc_profile', profile)}${weight}</qtimetadata></itemmetadata>${presentation}${processing === '' ? '' : `<resprocessing><outcomes><decvar/></outcomes>${processing}</resprocessing>`}${more}</item>`;
const said = (ident: string, text: string) =>
  `<itemfeedback ident="${ident}"><material><mattext>${text}</mattext></material></itemfeedback>`;
const shows = (ident: string) => `<displayfeedback feedbacktype="Response" linkrefid="${ident}"/>`;

const QUIZ = `<?xml version="1.0"?><questestinterop xmlns="http://www.imsglobal.org/xsd/ims_qtiasiv1p2"><assessment ident="a" title="Quiz"><qtimetadata>${field('cc_maxattempts', '2')}${field('qmd_timelimit', '15')}</qtimetadata><section ident="s">
${one('bend', 'cc.multiple_choice.v0p1', asked('Where?', choice('Single', ['x', 'Outside'], ['y', 'Inside'])), right('<other/>', shows('all')) + right(is('x'), shows('fast')) + right(is('y')), said('all', 'It is slow there.') + said('fast', 'Too fast.'), field('cc_weighting', '3'))}
${one('two', 'cc.multiple_response.v0p1', asked('Which?', choice('Multiple', ['x', 'A'], ['y', 'B'], ['z', 'C'])), right(`<and>${is('x')}${is('y')}<not>${is('z')}</not></and>`))}
${one('so', 'cc.true_false.v0p1', asked('So?', choice('Single', ['true', 'True'], ['false', 'False'])), right(is('false')))}
${one('word', 'cc.fib.v0p1', asked('What?', written), right(is('silt')) + right(is('mud')))}
${one('essay', 'cc.essay.v0p1', asked('Why?', written))}
${one('pattern', 'cc.pattern_match.v0p1', asked('What?', written), right('<varsubstring respident="r">si</varsubstring>'))}
${one('parts', 'cc.multiple_choice.v0p1', asked('Where?', choice('Single', ['x', 'A'], ['y', 'B'])), right(is('x')) + right(is('y'), '<setvar varname="SCORE" action="Set">50</setvar>'))}
${one('keyless', 'cc.multiple_choice.v0p1', asked('Where?', choice('Single', ['x', 'A'], ['y', 'B'])))}
</section></assessment></questestinterop>`;

const GROUND = `<!DOCTYPE html><html><head><title>x</title><script>steal()</script></head><body><h1>Ground</h1>
<p>Sand lets <b>water</b> through.<script>document.write('steal')</script>
<p><img src="../media/layers.png" alt="Layers"> <img src="https://example.org/spy.gif" alt="Far away">
<p onclick="steal()">See <a href="../media/table%20of%20soils.csv">the table</a> and <a href="javascript:steal()">this</a>.</body></html>`;

/** A course of two units with something of everything, and with everything that can be wrong in one. */
export const aForeignCourse = (): Promise<Buffer> =>
  zip({
    'imsmanifest.xml': manifest(
      `<item identifier="u1"><title>Ground</title>${item('Ground', 'page')}${item('A page on streams', 'link')}${item('Nowhere', 'nolink')}${item('Gone', 'gone')}${item('Broken', 'broken')}${item('Forms', 'dtd')}</item>
       <item identifier="u2"><title>Water</title>${item('Task', 'task')}${item('Quiz', 'quiz')}${item('Talk', 'talk')}${item('Tool', 'tool')}${item('Odd one', 'odd')}${item('The soils', 'file')}${item('Fake', 'fake')}${item('Surely', 'sure')}${item('Half', 'half')}</item>`,
      [
        resource('page', 'webcontent', 'pages/ground.html', '<dependency identifierref="layers"/>'),
        resource('layers', 'webcontent', 'media/layers.png'),
        resource('file', 'webcontent', 'media/table%20of%20soils.csv'),
        resource('fake', 'webcontent', 'pages/fake.html', '<dependency identifierref="fake-png"/>'),
        resource('fake-png', 'webcontent', 'media/fake.png'),
        resource('half', 'webcontent', 'pages/task.html', '<cpx:variant identifier="w" identifierref="half-x"/>'),
        resource('half-x', 'assignment_xmlv1p0', 'tasks/half.xml'),
        resource('sure', 'webcontent', 'media/100% sure.txt'),
        resource('link', 'imswl_xmlv1p1', 'links/a.xml'),
        resource('nolink', 'imswl_xmlv1p1', 'links/b.xml'),
        resource('gone', 'webcontent', 'pages/gone.html'),
        resource('broken', 'imswl_xmlv1p1', 'links/broken.xml'),
        resource('dtd', 'imsqti_xmlv1p2/imscc_xmlv1p1/assessment', 'quiz/dtd.xml'),
        resource(
          'task',
          'webcontent',
          'pages/task.html',
          '<cpx:variant identifier="v" identifierref="task-x"><cpx:metadata/></cpx:variant>',
        ),
        resource('task-x', 'assignment_xmlv1p0', 'tasks/task.xml'),
        resource('quiz', 'imsqti_xmlv1p2/imscc_xmlv1p1/assessment', 'quiz/quiz.xml'),
        resource('talk', 'imsdt_xmlv1p1', 'talk.xml'),
        resource('tool', 'imsbasiclti_xmlv1p0', 'tool.xml'),
        resource('odd', 'something_else', 'odd.xml'),
        resource('spare', 'webcontent', 'extra/spare.css'),
      ].join(''),
    ),
    'pages/ground.html': GROUND,
    // As programs wrote before everybody wrote UTF-8.
    'pages/fake.html': Buffer.from('<p>Voil\u00e0</p><img src="../media/fake.png" alt="A map">', 'latin1'),
    'media/fake.png': 'no picture at all',
    'pages/task.html': '<p>Task</p>',
    'media/layers.png': PNG,
    'media/table of soils.csv': 'soil;speed\nsand;fast\n',
    'media/100% sure.txt': 'Yes.',
    'extra/spare.css': 'p{}',
    'links/a.xml': '<webLink xmlns="x"><title>Streams</title><url href="https://example.org/streams?a=1&amp;b=2"/></webLink>',
    'links/b.xml': '<webLink xmlns="x"><title>Bad</title><url href="javascript:steal()"/></webLink>',
    'links/broken.xml': '<webLink><title>',
    'quiz/dtd.xml': '<!DOCTYPE q SYSTEM "https://example.org/q.dtd"><questestinterop/>',
    'quiz/quiz.xml': QUIZ,
    'tasks/task.xml':
      '<assignment xmlns="x" identifier="t"><title>Task</title><instructor_text texttype="text/html">Only you</instructor_text><text texttype="text/html">&lt;p&gt;Write it &lt;img src="$IMS-CC-FILEBASE$/layers.png"&gt;&lt;/p&gt;</text><gradable points_possible="12.5">true</gradable><submission_formats><format type="file"/><format type="url"/></submission_formats></assignment>',
    'tasks/half.xml': '<assignment><title>',
    'talk.xml': '<topic xmlns="x"><title>Talk</title><text texttype="text/html">&lt;p&gt;What do you think?&lt;/p&gt;</text></topic>',
    'tool.xml': '<cartridge_basiclti_link/>',
    'odd.xml': '<odd/>',
  });

/** Everything a class has, as its teacher reads it, by title. */
export async function briefsOf(finch: Person, classId: string): Promise<Record<string, BriefReply>> {
  const lists = await Promise.all(['assignment', 'handout'].map((kind) => finch.get(`/api/assignments?kind=${kind}`)));
  const all = lists.flatMap(({ body }) => body as AssignmentListItem[]).filter((one) => one.classId === classId);
  const briefs = await Promise.all(all.map(async (one) => (await finch.get(`/api/briefs/${one.briefId}`)).body as BriefReply));
  return Object.fromEntries(briefs.map((one) => [one.title, one]));
}

const ID = (n: number) => `7a1d4f0e-5c1b-4e0a-8a44-3f1f6f1c2b${String(n).padStart(2, '0')}`;
const image = (file: KeptFile) => ({
  type: 'doc' as const,
  content: [
    { type: 'paragraph', content: [{ type: 'text', text: 'Look & draw.' }] },
    { type: 'image', attrs: { fileId: file.id, alt: 'The ford' } },
  ],
});

/** A class with something of everything that can be prepared. */
export async function aPreparedClass(finch: Person, school: School, now: number): Promise<void> {
  const picture = (await finch.upload('/api/files', PNG, 'ford.png')).body as KeptFile;
  const map = (await finch.upload('/api/files', Buffer.from('the valley'), 'map of the valley (50%).txt')).body as KeptFile;
  const { body: units } = await finch.put(`/api/classes/${school.rivers}/units`, {
    units: [
      { id: null, name: 'Water & wear' },
      { id: null, name: 'Maps' },
      { id: null, name: 'Next year' },
    ],
  });
  const [water, maps] = units as Unit[];
  const about = await school.drafted(finch, {
    kind: 'handout',
    title: 'About fords',
    instructions: image(picture),
    otherWords: { fr: { title: 'Les gués', instructions: doc('Regarde et dessine.'), spoken: null } },
    unitId: water!.id,
  });
  const attachments: Attachment[] = [
    { id: ID(11), title: 'Map', use: 'toRead', example: false, kind: 'file', file: map },
    { id: ID(12), title: 'Rules', use: 'toRead', example: true, kind: 'link', url: 'https://example.org/rules' },
    { id: ID(13), title: 'Sheet', use: 'oneEach', example: false, kind: 'worksheet', text: doc('Name: ___') },
    { id: ID(14), title: '', use: 'toRead', example: false, kind: 'handout', briefId: about.id },
  ];
  await school.drafted(finch, {
    title: 'Valley model',
    instructions: doc('Build a valley.'),
    attachments,
    points: 8_000,
    scoring: {
      by: 'rubric',
      shelfId: null,
      rubric: {
        name: 'Model',
        criteria: [
          {
            id: 'form',
            name: 'Form',
            weight: 1000,
            aims: ['Landforms'],
            levels: [
              { id: 'a', name: 'Good', descriptor: 'As in nature', points: 8_000, upTo: null },
              { id: 'b', name: 'Not yet', descriptor: '', points: 0, upTo: null },
            ],
          },
        ],
      },
    },
    lateRule: { kind: 'cap', percent: 50_000 },
    aims: ['Landforms'],
    unitId: water!.id,
    due: now + 86_400_000,
  });
  await school.drafted(finch, {
    kind: 'handout',
    title: 'Where to look',
    attachments: [{ id: ID(15), title: 'Atlas', use: 'toRead', example: false, kind: 'link', url: 'https://example.org/atlas' }],
    unitId: maps!.id,
  });
  const options = ['A', 'B', 'C'].map((id) => ({ id, text: doc(id), staysLast: id === 'C', explanation: '' }));
  const more = [
    question('all', 'Which two?', { kind: 'several', options, key: ['A', 'B'], mode: 'all' }),
    question('true', 'It is so.', { kind: 'trueFalse', key: ['false'] }),
    question('word', 'Which word?', { kind: 'short', gaps: [gap(['silt', 'mud'], { ignoreCase: false })] }, { text: image(picture) }),
  ];
  const quiz = { ...aQuiz([bend(), wear(), speed(), course(), why(), ...more]), run: { ...aQuiz().run, limitMinutes: 20 } };
  await school.drafted(finch, { ...asQuiz(quiz), title: 'Reading a river' });
}
