/** Makes a photo smaller, off the page's thread. Says null for a picture that it cannot read. */
const LONGEST_SIDE = 2400;
const QUALITY = 0.85;

interface Scope {
  onmessage: ((event: MessageEvent<Blob>) => void) | null;
  postMessage(message: Blob | null): void;
}
// The page's types know `self` as a window; a worker's posts to whoever began it.
const scope: Scope = self as Scope & typeof self;

async function reduce(blob: Blob): Promise<Blob | null> {
  const whole = await createImageBitmap(blob, { imageOrientation: 'from-image' });
  const scale = Math.min(1, LONGEST_SIDE / Math.max(whole.width, whole.height));
  const [width, height] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
}

scope.onmessage = ({ data }) => {
  reduce(data).then(
    (smaller) => scope.postMessage(smaller),
    () => scope.postMessage(null),
  );
};
