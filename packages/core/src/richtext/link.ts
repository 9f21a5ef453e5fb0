import { isSafeLink } from './rich-text';

/** Why something typed is no link: another way than the web's, or no address at all. */
export type LinkProblem = 'scheme' | 'notAnAddress';

// "tern.example:8080/map" names a port, not a way.
const SCHEME = /^([a-z][a-z0-9+.-]*):(?!\d+(?:[/?#]|$))/i;

/**
 * What somebody typed as a link. Without a way of its own it is a web address; another way than the web's is refused and
 * never glued to one: "https://javascript:…" would be a link to nowhere.
 *
 * @param mail addresses of mail may stand here too
 * @returns the address to store; null for nothing typed
 * @example readLink('tern.example/map') -> { href: 'https://tern.example/map' }; readLink('javascript:alert(1)') -> scheme
 */
export function readLink(typed: string, { mail = false } = {}): { href: string } | { problem: LinkProblem } | null {
  const text = typed.trim();
  if (text === '') return null;
  const [, scheme] = SCHEME.exec(text) ?? [];
  const way = scheme?.toLowerCase();
  if (way !== undefined && way !== 'http' && way !== 'https' && !(mail && way === 'mailto')) return { problem: 'scheme' };
  const href = way === undefined ? `https://${text}` : text;
  const host = way === 'mailto' ? (href.split('@')[1] ?? '') : (/^https?:\/\/([^/?#]*)/i.exec(href)?.[1] ?? '');
  return isSafeLink(href) && host.includes('.') && !/^\.|\.$/.test(host) ? { href } : { problem: 'notAnAddress' };
}
