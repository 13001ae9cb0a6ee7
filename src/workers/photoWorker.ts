import { PHOTO_EDGE_PX } from '../core/document/project/photo';

/** What came of a picture: its bytes as JPEG, or nothing where the browser cannot read it. */
export type PhotoReply =
  | { readonly ok: true; readonly bytes: Uint8Array<ArrayBuffer>; readonly widthPx: number; readonly heightPx: number }
  | { readonly ok: false };

/** Enough for a photo that is looked at to find a hose again. */
const JPEG_QUALITY = 0.82;

addEventListener('message', ({ data }: MessageEvent<Blob>) => {
  void scale(data).then(
    (reply) => postMessage(reply, { transfer: reply.ok ? [reply.bytes.buffer] : [] }),
    () => postMessage({ ok: false } satisfies PhotoReply),
  );
});

/** Drawn anew, upright: where and with what it was taken stays behind. */
async function scale(file: Blob): Promise<PhotoReply> {
  const whole = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const share = Math.min(1, PHOTO_EDGE_PX / Math.max(whole.width, whole.height));
  const [widthPx, heightPx] = [whole.width, whole.height].map((px) => Math.max(1, Math.round(px * share))) as [
    number,
    number,
  ];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const pen = canvas.getContext('2d');
  if (!pen) return { ok: false };
  // A picture with holes in it stands on paper.
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, widthPx, heightPx);
  pen.imageSmoothingQuality = 'high';
  pen.drawImage(whole, 0, 0, widthPx, heightPx);
  whole.close();
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY });
  return { ok: true, bytes: new Uint8Array(await blob.arrayBuffer()), widthPx, heightPx };
}
