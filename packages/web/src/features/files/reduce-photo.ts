/** Photos above this are made smaller before they are sent. */
const LARGE_BYTES = 1_500_000;
/** More pixels than any camera takes: unpacked, such a picture would fill the memory of a phone. */
const MOST_PIXELS = 80_000_000;
const LONGEST_MS = 30_000;

/** Width and height from the head of a JPEG or PNG, without unpacking it; null if they are not found there. */
export function pixelsIn(head: Uint8Array): number | null {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  if (head.length > 24 && view.getUint32(0) === 0x89504e47) return view.getUint32(16) * view.getUint32(20);
  if (head.length < 4 || view.getUint16(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < head.length;) {
    if (head[at] !== 0xff) return null;
    const marker = head[at + 1]!;
    // The frame's own head carries its size; every other part says only how long it is.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) return view.getUint16(at + 5) * view.getUint16(at + 7);
    at += 2 + view.getUint16(at + 2);
  }
  return null;
}

/** A large photo as a smaller one, in a worker; anything else, and what cannot be made smaller, as it is. */
export async function reduced(file: File): Promise<File> {
  if (!/^image\/(jpeg|png|webp)$/.test(file.type) || file.size < LARGE_BYTES || typeof OffscreenCanvas === 'undefined') return file;
  const pixels = pixelsIn(new Uint8Array(await file.slice(0, 256 * 1024).arrayBuffer()));
  if (pixels === null || pixels > MOST_PIXELS) return file;
  const worker = new Worker(new URL('../../workers/reduce-photo.worker.ts', import.meta.url), { type: 'module' });
  try {
    const smaller = await new Promise<Blob | null>((done) => {
      setTimeout(() => done(null), LONGEST_MS);
      worker.onmessage = ({ data }: MessageEvent<Blob | null>) => done(data);
      worker.onerror = () => done(null);
      worker.postMessage(file);
    });
    return smaller && smaller.size < file.size
      ? new File([smaller], file.name.replace(/\.\w+$/, '') + '.jpg', { type: 'image/jpeg', lastModified: file.lastModified })
      : file;
  } finally {
    worker.terminate();
  }
}
