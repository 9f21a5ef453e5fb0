import { PIECE_STATES, textOf, type RichText } from '@jolly/core';
import { shown } from '../testing';
import CompassDial from './CompassDial.vue';
import NumberLine from './NumberLine.vue';
import RichTextView from './RichTextView.vue';
import SignalFlag from './SignalFlag.vue';
import StateWord from './StateWord.vue';

describe('signal flags', () => {
  it('have a pattern of their own for each state, told without colour', async () => {
    const drawn = await Promise.all(PIECE_STATES.map((state) => shown(SignalFlag, { state })));
    const shapes = drawn.map((svg) => svg.replace(/ class="[^"]*"/g, '').replace(/<!--[^>]*-->/g, ''));
    // Handed in, and scored and returned over it, share the square; the class adds what tells them apart.
    const told = new Set(drawn.map((svg) => svg.replace(/<!--[^>]*-->/g, '')));
    expect(told.size).toBe(PIECE_STATES.length);
    expect(new Set(shapes).size).toBeGreaterThanOrEqual(PIECE_STATES.length - 1);
  });

  it('say their state to who cannot see them, and are silent beside the word', async () => {
    expect(await shown(SignalFlag, { state: 'missing', label: 'Missing' })).toMatch(/role="img" aria-label="Missing"/);
    const word = await shown(StateWord, { state: 'inLate' });
    expect(word).toContain('aria-hidden="true"');
    expect(word).toContain('Handed in late');
  });
});

describe('the dial', () => {
  const dial = (percent: number | null, atLeast: number | null, atMost: number | null) =>
    shown(CompassDial, { percent, atLeast, atMost, label: 'points so far', empty: 'No score yet' });

  it('shows the number and what it is of', async () => {
    const svg = await dial(67, 51, 84);
    expect(svg).toContain('aria-label="67\u00a0% points so far"');
    expect(svg.match(/<path/g)).toHaveLength(4);
  });

  it('is strong up to the present pace, with a tick at the pass line', async () => {
    const svg = await shown(CompassDial, { percent: 67, atLeast: 51, atMost: 84, atPace: 70, passLine: 60, label: 'so far', empty: '' });
    expect(svg.match(/<path/g)).toHaveLength(5);
    expect(svg).toContain('class="tick"');
    expect(svg).not.toBe(
      await shown(CompassDial, { percent: 67, atLeast: 51, atMost: 84, atPace: 75, passLine: 60, label: 'so far', empty: '' }),
    );
  });

  it('says in words that there is no score, without needle or stretch', async () => {
    const svg = await dial(null, null, null);
    expect(svg).toContain('No score yet');
    expect(svg.match(/<path/g)).toHaveLength(1);
  });

  it.each([
    [0, 0, 0],
    [100, 100, 100],
    [120, 90, 130],
  ])('stays within its arc at %s of %s to %s', async (percent, least, most) => {
    for (const [, x, y] of (await dial(percent, least, most)).matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
      expect(Number(x)).toBeGreaterThanOrEqual(0);
      expect(Number(x)).toBeLessThanOrEqual(120);
      expect(Number(y)).toBeLessThanOrEqual(106);
    }
  });
});

describe('the line of totals', () => {
  const mark = (id: string, value: number, look = 'outline') => ({ id, value, look, label: `${id} ${value} %`, faded: false });
  const line = (marks: object[]) =>
    shown(NumberLine, { marks, passLine: 60, passLabel: 'pass line 60 %', bands: [{ name: 'Afloat', from: 70 }], label: 'totals' });
  const places = (html: string) => [...html.matchAll(/translate\(([\d.]+) ([\d.]+)\)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);

  it('says who each is, and how far off course by shape', async () => {
    const html = await line([mark('Bao', 40, 'filled'), mark('Hana', 80, 'half')]);
    expect(html).toContain('aria-label="Bao 40 %"');
    expect(html.match(/half-fill/g)).toHaveLength(1);
    expect(html).toContain('Afloat');
  });
  it('puts whoever would be covered above the others, so that everybody is seen', async () => {
    const all = places(await line([mark('a', 70), mark('b', 70), mark('c', 70.2), mark('d', 90)]));
    expect(new Set(all.map(([x, y]) => `${Math.round(x / 15)} ${y}`)).size).toBe(4);
    expect(all.filter(([, y]) => y === Math.max(...all.map((one) => one[1])))).toHaveLength(2);
  });
  it('keeps what is above 100 % or below nothing on it', async () => {
    for (const [x] of places(await line([mark('a', 130), mark('b', -5)]))) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(1000);
    }
  });
});

describe('texts of people', () => {
  const html = (text: unknown) => shown(RichTextView, { text });

  it('are shown as text, whatever they look like', async () => {
    expect(await html(textOf('<script>alert(1)</script>'))).toContain('&lt;script&gt;');
  });

  it('keep headings, lists and marks, and empty lines', async () => {
    const doc: RichText = {
      type: 'doc',
      content: [
        { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'Bends' }] },
        {
          type: 'bulletList',
          content: [
            { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'slow', marks: [{ type: 'bold' }] }] }] },
          ],
        },
        { type: 'paragraph' },
      ],
    };
    const text = await html(doc);
    expect(text).toContain('<h3>Bends</h3>');
    expect(text).toContain('<li><p><strong>slow</strong></p></li>');
    expect(text).toContain('<br>');
  });

  it('lead only to web and mail addresses, and away from the page', async () => {
    const link = (href: string) =>
      html({
        type: 'doc',
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'here', marks: [{ type: 'link', attrs: { href } }] }] }],
      });
    expect(await link('https://tern.example/')).toContain('rel="noopener noreferrer nofollow"');
    expect(await link('javascript:alert(1)')).not.toContain('<a');
  });

  it('leave out nodes that are none of ours', async () => {
    expect(
      await html({ type: 'doc', content: [{ type: 'iframe', attrs: { src: 'x' }, content: [{ type: 'text', text: 'kept' }] }] }),
    ).not.toContain('iframe');
  });
});
