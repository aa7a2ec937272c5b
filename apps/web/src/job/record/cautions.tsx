import { gasLimit, type CautionKind } from '@venula/core/prove';
import { roundLimit, type UnitSystem } from '@venula/core/quantities';
import { useSettings } from '../../app/settings.ts';

const CAUTIONS = {
  fuel: [
    'Fuel vapor ignites: ventilate, no flame, no spark, no trouble light. Class B extinguisher within reach.',
    'Depressurize first and cover the joint. Eye protection. Gloves rated for this fuel.',
    'Car on stands, hot surfaces cold, battery disconnected while a line is open.',
  ],
  wiring: [
    'Dry test: no fuel in the lines, pumps unplugged or run for seconds only. Battery disconnected while a feed is open.',
    'Never bridge a fuse. Hands, hair and tools away from belts and fans with the key on.',
  ],
  running: [
    'Engine running: parking brake on, wheels blocked, exhaust led out. Hair, sleeves and leads away from belts and fans.',
    'Somebody at the key who stops it at a word. A leak is a stop, not a reading.',
  ],
  gas: [
    'Dry new line only, never a line or tank that held fuel. Stay under the lowest-rated part. Regulated supply with its own relief.',
    'Isolate with caps and plugs, never by clamping PTFE or hard line. Stand aside while filling.',
  ],
  brakes: [
    'The car does not move before the brakes are bled and the pedal is firm. Brake fluid eats paint and eyes: goggles, rags, water at hand.',
    'By the maker’s order; where brakes are licensed work, that trade does it.',
  ],
} as const satisfies Readonly<Record<CautionKind, readonly string[]>>;

/** In the unit of the gauge: its limits are round figures of either, not one converted into the other. */
function gasLimits(units: UnitSystem): string {
  const [usual, most, lead] = (['usual', 'technician', 'lead'] as const).map((who) =>
    roundLimit('pressure', gasLimit(who, units), 'most', units),
  );
  return `Gas stores energy and throws parts. Usually ${usual}, never above ${most} unless the lead raises it, and never above ${lead}.`;
}

/** Always in sight where the work can hurt; acknowledged once a run, never clicked away. */
export const cautionsOf = (kind: CautionKind, units: UnitSystem): readonly [string, ...string[]] =>
  kind === 'gas' ? [gasLimits(units), ...CAUTIONS.gas] : CAUTIONS[kind];

export function Cautions({ kinds }: { readonly kinds: readonly CautionKind[] }) {
  const { units } = useSettings();
  return (
    <section aria-label="Cautions" className="border-l-[6px] border-stop bg-paper px-4 py-2">
      <h3 className="font-bold text-stop">Before you start</h3>
      <ul className="mt-1 list-disc pl-5 text-sm leading-snug">
        {kinds
          .flatMap((k) => cautionsOf(k, units))
          .map((c) => (
            <li key={c}>{c}</li>
          ))}
      </ul>
      <p className="mt-1 text-xs text-soft">
        Local law, part makers’ instructions and licensed trades take precedence. The program advises; you
        decide.
      </p>
    </section>
  );
}
