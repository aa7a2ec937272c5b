import { Gauge, ListTree, MoreHorizontal, TriangleAlert, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { SettingsSwitches } from '../app/settings-switches.tsx';
import { useJob, useJudgement, useOpenJob } from './job-context.ts';
import { useShell, type Panel } from './shell.ts';
import { StageRail } from './stage-rail.tsx';

/** A phone’s five keys, always under the thumb. */
export function BottomBar() {
  const { panel, show, offers } = useShell();
  const { readOnly, undo } = useOpenJob();
  const plan = useJudgement();
  const back = useJob((job) => job.state.undo.length > 0);
  const open = (plan?.findings ?? []).filter((f) => f.severity !== 'note').length;
  const toggle = (to: Panel) => show(panel === to ? 'none' : to);
  return (
    <>
      {(panel === 'stages' || panel === 'more') && (
        <div className="no-print fixed inset-x-0 bottom-[60px] z-40 max-h-[80vh] overflow-y-auto border-t-2 border-ink bg-board shadow-[0_-8px_24px_rgb(0_0_0/0.25)]">
          {panel === 'stages' ? (
            <div onClick={() => show('none')}>
              <StageRail as="sheet" />
            </div>
          ) : (
            <div className="flex flex-wrap items-center gap-3 p-4">
              <SettingsSwitches />
              {!readOnly && <Redo />}
            </div>
          )}
        </div>
      )}
      <nav
        className="no-print z-40 row-start-4 grid h-[60px] grid-cols-5 border-t-2 border-ink bg-paper"
        aria-label="Job"
      >
        <Key
          icon={<ListTree size={20} aria-hidden />}
          on={panel === 'stages'}
          onPress={() => toggle('stages')}
        >
          Stages
        </Key>
        <Key
          icon={<TriangleAlert size={20} aria-hidden />}
          on={panel === 'findings'}
          loud={open > 0}
          off={!offers.findings}
          onPress={() => toggle('findings')}
        >
          {open > 0 ? `${open} to fix` : 'Findings'}
        </Key>
        <Key
          icon={<Gauge size={20} aria-hidden />}
          on={panel === 'states'}
          off={!offers.states}
          onPress={() => toggle('states')}
        >
          States
        </Key>
        <Key icon={<Undo2 size={20} aria-hidden />} off={readOnly || !back} onPress={undo}>
          Undo
        </Key>
        <Key
          icon={<MoreHorizontal size={20} aria-hidden />}
          on={panel === 'more'}
          onPress={() => toggle('more')}
        >
          More
        </Key>
      </nav>
    </>
  );
}

function Key({
  icon,
  on = false,
  off = false,
  loud = false,
  onPress,
  children,
}: {
  readonly icon: ReactNode;
  readonly on?: boolean;
  readonly off?: boolean;
  readonly loud?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      className={`label flex flex-col items-center justify-center gap-0.5 text-sm font-semibold disabled:text-soft disabled:opacity-60 ${on ? 'bg-ink text-paper' : loud ? 'text-stop' : ''}`}
      aria-pressed={on}
      disabled={off}
      onClick={onPress}
    >
      {icon}
      {children}
    </button>
  );
}

function Redo() {
  const { redo } = useOpenJob();
  const forward = useJob((job) => job.state.redo.length > 0);
  return (
    <button type="button" className="btn" disabled={!forward} onClick={redo}>
      Redo
    </button>
  );
}
