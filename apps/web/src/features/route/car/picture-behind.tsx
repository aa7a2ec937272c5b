import { pictureScale, type Backdrop } from '@venula/core/fit';
import { memo } from 'react';
import { photoAddress } from '../../../api/photos.ts';
import type { Scale } from './projection.ts';

/** The shop’s own picture behind a view, to the scale of the car; faint, so that what is drawn stands out. */
export const PictureBehind = memo(function PictureBehind({
  jobId,
  picture,
  scale,
}: {
  readonly jobId: string;
  readonly picture: Backdrop;
  readonly scale: Scale;
}) {
  const lies = pictureScale(picture);
  if (!lies) return null;
  const { perM } = scale;
  const matrix = [
    perM * lies.a,
    -perM * lies.b,
    perM * lies.b,
    perM * lies.a,
    scale.right(lies.x),
    scale.up(lies.y),
  ];
  return (
    <svg width={scale.width} height={scale.height} overflow="hidden" aria-hidden data-picture>
      <image
        href={photoAddress(jobId, picture.photo)}
        width={picture.widthPx}
        height={picture.heightPx}
        transform={`matrix(${matrix.join(' ')})`}
        opacity={0.5}
      />
    </svg>
  );
});
