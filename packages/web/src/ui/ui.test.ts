import { PIECE_STATES, textOf, type RichText } from '@jolly/core';
import { shown } from '../testing';
import CompassDial from './CompassDial.vue';
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
    expect(svg).toContain('aria-label="67% points so far"');
    expect(svg.match(/<path/g)).toHaveLength(4);
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
        { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'slow', marks: [{ type: 'bold' }] }] }] }] },
        { type: 'paragraph' },
      ],
    };
    const text = await html(doc);
    expect(text).toContain('<h3>Bends</h3>');
    expect(text).toContain('<li><p><strong>slow</strong></p></li>');
    expect(text).toContain('<br>');
  });

  it('lead only to web and mail addresses, and away from the page', async () => {
    const link = (href: string) => html({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'here', marks: [{ type: 'link', attrs: { href } }] }] }] });
    expect(await link('https://tern.example/')).toContain('rel="noopener noreferrer nofollow"');
    expect(await link('javascript:alert(1)')).not.toContain('<a');
  });

  it('leave out nodes that are none of ours', async () => {
    expect(await html({ type: 'doc', content: [{ type: 'iframe', attrs: { src: 'x' }, content: [{ type: 'text', text: 'kept' }] }] })).not.toContain('iframe');
  });
});
