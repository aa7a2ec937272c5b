import { create } from 'qrcode';
import { useMemo } from 'react';

/** White around a QR code that readers need, modules (ISO/IEC 18004). */
const QUIET = 4;

/** A QR code as a drawing: sharp at any size on paper. */
export function QrCode({ text, label }: { readonly text: string; readonly label: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const dark: string[] = [];
    for (let row = 0; row < modules.size; row++)
      for (let column = 0; column < modules.size; column++)
        if (modules.get(row, column)) dark.push(`M${column + QUIET} ${row + QUIET}h1v1h-1z`);
    return { size: modules.size + 2 * QUIET, path: dark.join('') };
  }, [text]);
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
      className="w-full"
    >
      {/* Black on white in any light: a reader wants the contrast. */}
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
