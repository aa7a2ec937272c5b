import { isStartingFigure } from '@venula/core/document';
import { cutLength } from '@venula/core/kinds';
import { linesToMeasure } from '@venula/core/supply';
import { Tabs } from 'radix-ui';
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useFormat } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useDoc } from '../../job/job-context.ts';
import { StageHeadline } from '../../job/stage-headline.tsx';
import { StageFrame, type Sheet } from '../../job/stage-frame.tsx';
import { ViewTabs } from '../../ui/view-tabs.tsx';
import { CarView, type Opened } from './car/car-view.tsx';
import { GuideSheet } from './car/guide-sheet.tsx';
import { PointSheet } from './car/point-sheet.tsx';
import { CarSheet } from './car/car-sheet.tsx';
import { ThingSheet } from './car/thing-sheet.tsx';
import { EndsView } from './ends-view.tsx';
import { LineSheet } from './line-sheet.tsx';
import { LinesView } from './lines-view.tsx';
import { useLines, type Line } from './use-lines.ts';

const STAGES = ['route'] as const;
const VIEWS = [
  ['lines', 'Lines'],
  ['car', 'In the car'],
  ['ends', 'Hose ends'],
] as const;
type View = (typeof VIEWS)[number][0];

/** Where the lines run: measured with a string or drawn in the car; which ends they get; what is cut. */
export function RoutePage() {
  const [search, setSearch] = useSearchParams();
  const lines = useLines();
  const { keepOuts: things = {}, guides = {} } = useDoc().routing ?? {};
  const [opened, setOpened] = useState<Opened>(null);
  const view = VIEWS.find(([key]) => key === search.get('view'))?.[0] ?? 'lines';
  const chosen = search.get('line');
  const go = useCallback(
    (to: View, line: string | null): void =>
      setSearch(
        { ...(to === 'lines' ? {} : { view: to }), ...(line === null ? {} : { line }) },
        { replace: true },
      ),
    [setSearch],
  );
  const line = lines.find((l) => l.id === chosen);
  const sheetOf = (of: Line): Sheet => ({
    title: of.run.name,
    content: (
      <LineSheet
        key={of.id}
        line={of}
        onDraw={() => {
          go('car', null);
          setOpened({ of: 'line', id: of.id, point: null });
        }}
        onEnds={() => go('ends', of.id)}
      />
    ),
    onClose: () => go('lines', null),
  });
  const carSheet = (): Sheet | null => {
    const onClose = () => setOpened(null);
    if (opened?.of === 'car')
      return {
        title: 'The car',
        content: (
          <CarSheet
            onThing={(id) => setOpened({ of: 'thing', id })}
            onGuide={(id) => setOpened({ of: 'guide', id, point: null })}
          />
        ),
        onClose,
      };
    if (opened?.of === 'thing' && things[opened.id])
      return {
        title: things[opened.id]!.name,
        content: <ThingSheet key={opened.id} id={opened.id} onClose={onClose} />,
        onClose,
      };
    if (opened?.of === 'guide' && guides[opened.id])
      return {
        title: guides[opened.id]!.name,
        content: (
          <GuideSheet
            id={opened.id}
            point={opened.point}
            onPoint={(point) => setOpened({ ...opened, point })}
            onClose={onClose}
          />
        ),
        onClose,
      };
    const drawn = opened?.of === 'line' ? lines.find((l) => l.id === opened.id) : undefined;
    if (opened?.of !== 'line' || !drawn?.route || !drawn.shape) return null;
    return {
      title: drawn.run.name,
      content: (
        <>
          <PointSheet
            key={drawn.id}
            line={{ ...drawn, route: drawn.route }}
            lines={lines}
            point={opened.point}
            onPoint={(point) => setOpened({ ...opened, point })}
          />
          <div className="mt-4">{sheetOf(drawn).content}</div>
        </>
      ),
      onClose,
    };
  };
  const sheet = view === 'car' ? carSheet() : view === 'lines' && line ? sheetOf(line) : null;
  return (
    <Tabs.Root className="h-full" value={view} onValueChange={(v) => go(v as View, chosen)}>
      <StageFrame
        views={<ViewTabs label="Route" views={VIEWS} />}
        aside={<FindingsPanel stages={STAGES} first={opened?.of === 'line' ? opened.id : chosen} />}
        sheet={sheet}
      >
        <Tabs.Content value="lines">
          <Answer lines={lines} />
          <LinesView
            lines={lines}
            chosen={chosen}
            onChoose={(id) => go('lines', id === chosen ? null : id)}
          />
        </Tabs.Content>
        <Tabs.Content value="car">
          <CarView lines={lines} opened={opened} onOpen={setOpened} />
        </Tabs.Content>
        <Tabs.Content value="ends">
          <EndsView lines={lines} chosen={chosen} onChoose={(id) => go('ends', id)} />
        </Tabs.Content>
      </StageFrame>
    </Tabs.Root>
  );
}

/** The worst thing about the routes, or how far the measuring has got. */
function Answer({ lines }: { readonly lines: readonly Line[] }) {
  const format = useFormat();
  const fresh = lines.filter((l) => !l.run.existing);
  const open = fresh.filter((l) => isStartingFigure(l.run, 'lengthM')).length;
  const cut = fresh.reduce((sum, l) => sum + (isStartingFigure(l.run, 'lengthM') ? 0 : cutLength(l.run)), 0);
  const second =
    open === fresh.length
      ? 'Touch a line to measure it.'
      : `${open > 0 ? 'Touch a line to measure it. ' : ''}${format('length', cut)} to cut${open > 0 ? ' so far' : ' in all'}.`;
  return (
    <StageHeadline
      stages={STAGES}
      sentence={open === 0 ? 'No line left to measure.' : `${open} of ${linesToMeasure(fresh.length)}.`}
      second={second}
      beside={second}
    />
  );
}
