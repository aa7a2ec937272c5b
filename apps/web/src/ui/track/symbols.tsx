import type { PlumbingElement, Segment } from '@venula/core/document';
import type { ReactNode } from 'react';
import { ink, thin } from './symbols/ink.ts';
import { pulsationDamper } from './symbols/pulsation-damper.tsx';
import { pumpController } from './symbols/pump-controller.tsx';

/** A drawing of a part; the tone is that of its line. */
export type PartDrawing = (tone: string) => ReactNode;

/** One of each kind that is drawn as a symbol: lines and wires are drawn as lines. */
const PART_SYMBOLS = {
  pump: (tone) => (
    <>
      <circle r="20" {...ink} />
      <path d="M-7 -11 L12 0 L-7 11 Z" fill={tone} />
    </>
  ),
  strainer: () => (
    <>
      <path d="M-14 -16 H8 Q16 -16 16 -8 V8 Q16 16 8 16 H-14 Z" {...ink} />
      <path d="M-8 -10 V10 M-1 -10 V10 M6 -10 V10 M-13 -5 H13 M-13 5 H13" {...thin} strokeWidth={1.4} />
    </>
  ),
  filter: () => (
    <>
      <rect x="-16" y="-17" width="32" height="34" rx="8" {...ink} />
      <path d="M-5 -11 L3 -5.5 L-5 0 L3 5.5 L-5 11" {...thin} strokeWidth={2.4} />
    </>
  ),
  'check-valve': () => (
    <>
      <path d="M-15 -13 L9 0 L-15 13 Z" {...ink} />
      <path d="M12 -14 V14" {...thin} strokeWidth={4} />
    </>
  ),
  'bypass-regulator': () => (
    <>
      <path d="M0 -21 L21 0 L0 21 L-21 0 Z" {...ink} />
      <path d="M-6 7 L6 3.5 L-6 0 L6 -3.5 L-6 -7" {...thin} />
    </>
  ),
  'blocking-regulator': () => (
    <>
      <path d="M0 -21 L21 0 L0 21 L-21 0 Z" {...ink} />
      <path d="M-8 0 H2 M6 -8 V8" {...thin} strokeWidth={3} />
    </>
  ),
  'rising-rate': () => (
    <>
      <path d="M0 -21 L21 0 L0 21 L-21 0 Z" {...ink} />
      <path d="M-9 7 L-2 3 L3 -3 L7 -10 M7 -10 L1 -7 M7 -10 L9 -4" {...thin} strokeWidth={2.4} />
    </>
  ),
  jet: () => (
    <>
      <path d="M-18 -12 L-2 -4 H18 V4 H-2 L-18 12 Z" {...ink} />
      <path d="M0 20 V9" {...thin} strokeWidth={3} />
    </>
  ),
  component: () => (
    <>
      <rect x="-12" y="-12" width="24" height="24" rx="4" {...ink} />
      <path d="M-5 -5 L5 5 M5 -5 L-5 5" {...thin} />
    </>
  ),
  fuse: () => (
    <>
      <rect x="-19" y="-10" width="38" height="20" rx="10" {...ink} />
      <path d="M-12 0 Q-6 -9 0 0 T12 0" {...thin} strokeWidth={2.4} />
    </>
  ),
  relay: () => (
    <>
      <rect x="-18" y="-17" width="36" height="34" rx="3" {...ink} />
      <path d="M-12 -4 H-6 L8 -11 M7 -4 H12" {...thin} strokeWidth={2.6} />
      <rect x="-8" y="4" width="16" height="8" {...thin} />
    </>
  ),
  connector: () => <path d="M-4 -12 H-13 V12 H-4 M4 -12 H13 V12 H4 M-5 0 H5" {...ink} fill="none" />,
  chassis: () => (
    <>
      <circle r="4.5" fill="var(--ink)" />
      <path d="M-14 8 H14 M-9 13 H9 M-4 18 H4 M0 0 V8" {...thin} strokeWidth={3} />
    </>
  ),
  'pulsation-damper': pulsationDamper,
  'pump-controller': pumpController,
  switch: () => null,
} satisfies Readonly<
  Record<Exclude<PlumbingElement['kind'], 'run'> | Exclude<Segment['kind'], 'wire'>, PartDrawing>
>;

export function PartSymbol({ kind, tone }: { readonly kind: string; readonly tone: string }) {
  return (PART_SYMBOLS as Readonly<Record<string, PartDrawing>>)[kind]?.(tone) ?? null;
}

export function EndSymbol({ kind, height }: { readonly kind: string; readonly height: number }) {
  const h = height / 2 + 24;
  switch (kind) {
    case 'tank':
      return (
        <>
          <rect x="-27" y={-h} width="54" height={2 * h} rx="9" {...ink} />
          <path
            d={`M-24 ${-h * 0.35} Q-12 ${-h * 0.35 - 5} 0 ${-h * 0.35} T24 ${-h * 0.35} V${h - 9} Q24 ${h - 3} 18 ${h - 3} H-18 Q-24 ${h - 3} -24 ${h - 9} Z`}
            fill="var(--suction)"
            opacity="0.22"
          />
        </>
      );
    case 'surge':
      return (
        <>
          <path d={`M-22 ${-h} H22 V${h - 12} Q22 ${h} 10 ${h} H-10 Q-22 ${h} -22 ${h - 12} Z`} {...ink} />
          <path
            d={`M-19 ${-h * 0.5} H19 V${h - 12} Q19 ${h - 3} 10 ${h - 3} H-10 Q-19 ${h - 3} -19 ${h - 12} Z`}
            fill="var(--suction)"
            opacity="0.3"
          />
          <path d={`M-30 ${-h} H30`} {...thin} strokeWidth={4} />
        </>
      );
    case 'factory':
      return (
        <>
          <rect x="-27" y={-h} width="54" height={2 * h} rx="9" {...ink} strokeDasharray="9 5" />
          <circle r="13" {...thin} />
          <path d="M-5 -7 L8 0 L-5 7 Z" fill="var(--feed)" />
        </>
      );
    case 'rail':
      return (
        <>
          <rect x="-15" y={-h} width="30" height={2 * h} rx="5" {...ink} />
          {[-0.6, -0.2, 0.2, 0.6].map((f) => (
            <path key={f} d={`M15 ${f * h} H27`} {...thin} strokeWidth={5} />
          ))}
        </>
      );
    case 'high-pressure-pump':
      // A plunger in its barrel over a cam.
      return (
        <>
          <rect x="-22" y={-h} width="44" height={2 * h - 26} rx="5" {...ink} />
          <rect x="-9" y={-h + 12} width="18" height={2 * h - 38} fill="var(--feed)" opacity="0.35" />
          <path d={`M-9 ${h - 30} V${-h + 12} H9 V${h - 30}`} {...thin} />
          <path d={`M0 ${h - 26} V${h - 18}`} {...thin} strokeWidth={5} />
          <ellipse cy={h - 6} rx="17" ry="11" {...ink} />
        </>
      );
    case 'battery':
      return (
        <>
          <rect x="-28" y={-h} width="56" height={2 * h} rx="5" {...ink} />
          <path
            d={`M-8 ${-h * 0.62} H8 M0 ${-h * 0.62 - 8} V${-h * 0.62 + 8} M-8 ${h * 0.62} H8`}
            {...thin}
            strokeWidth={3.4}
          />
        </>
      );
    default:
      return (
        <>
          <rect x="-28" y={-h} width="56" height={2 * h} rx="26" {...ink} />
          <path d="M-10 -14 L14 0 L-10 14 Z" fill="var(--feed)" />
        </>
      );
  }
}
