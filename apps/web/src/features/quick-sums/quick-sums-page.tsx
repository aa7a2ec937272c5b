import { Tabs } from 'radix-ui';
import { Link, useSearchParams } from 'react-router';
import { SettingsSwitches } from '../../app/settings-switches.tsx';
import { AdapterSum } from './adapter-sum.tsx';
import { ConvertSum } from './convert-sum.tsx';
import { EndsSum } from './ends-sum.tsx';
import { LineSum } from './line-sum.tsx';
import { NptSum } from './npt-sum.tsx';
import { SenderSum } from './sender-sum.tsx';
import { WireSum } from './wire-sum.tsx';

const SUMS = [
  ['wire', 'Wire and fuse'],
  ['line', 'Line size and loss'],
  ['return', 'Return size'],
  ['sender', 'Sender to pump speed'],
  ['ends', 'Hose ends'],
  ['adapter', 'Adapters'],
  ['npt', 'NPT hole'],
  ['convert', 'Convert units'],
] as const;

/** Answers without a job and without a sign-in: the same core as everywhere. */
export function QuickSumsPage() {
  const [search, setSearch] = useSearchParams();
  const sum = SUMS.find(([k]) => k === search.get('sum'))?.[0] ?? 'wire';
  return (
    <div className="grid h-dvh grid-rows-[60px_minmax(0,1fr)]">
      <title>Quick sums · Venula</title>
      <header className="flex items-center gap-4 bg-rail px-8 text-rail-ink max-md:gap-2 max-md:px-3">
        <p className="headline text-2xl tracking-tight max-md:hidden">venula</p>
        <h1 className="label grow text-rail-soft">Quick sums</h1>
        <Link
          className="label inline-flex min-h-[44px] items-center px-2 font-semibold underline underline-offset-4"
          to="/jobs"
        >
          Jobs
        </Link>
        <div className="[&_.btn]:border-rail-soft [&_.btn-main]:bg-rail-ink [&_.btn-main]:text-rail [&_.btn:hover]:bg-rail-soft/30">
          <SettingsSwitches />
        </div>
      </header>
      <main className="min-h-0 overflow-y-auto px-8 py-4 max-md:px-3">
        <Tabs.Root
          className="mx-auto max-w-[1120px]"
          value={sum}
          onValueChange={(v) => setSearch({ sum: v }, { replace: true })}
        >
          <Tabs.List className="mb-3 flex flex-wrap gap-2 border-b-2 border-ink" aria-label="Sums">
            {SUMS.map(([k, name]) => (
              <Tabs.Trigger
                key={k}
                value={k}
                className="headline min-h-[44px] border-b-4 border-transparent px-3 text-base text-soft hover:text-ink data-[state=active]:border-mark data-[state=active]:text-ink"
              >
                {name}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="wire">
            <WireSum />
          </Tabs.Content>
          <Tabs.Content value="line">
            <LineSum role="feed" />
          </Tabs.Content>
          <Tabs.Content value="return">
            <LineSum role="return" />
          </Tabs.Content>
          <Tabs.Content value="sender">
            <SenderSum />
          </Tabs.Content>
          <Tabs.Content value="ends">
            <EndsSum />
          </Tabs.Content>
          <Tabs.Content value="adapter">
            <AdapterSum />
          </Tabs.Content>
          <Tabs.Content value="npt">
            <NptSum />
          </Tabs.Content>
          <Tabs.Content value="convert">
            <ConvertSum />
          </Tabs.Content>
        </Tabs.Root>
      </main>
    </div>
  );
}
