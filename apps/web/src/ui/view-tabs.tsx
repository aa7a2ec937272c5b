import { Tabs } from 'radix-ui';

/** The views of a stage, in one row at its top; each has the whole stage. */
export function ViewTabs({
  label,
  views,
}: {
  readonly label: string;
  readonly views: readonly (readonly [key: string, name: string])[];
}) {
  return (
    <Tabs.List className="flex gap-1 border-b-2 border-ink" aria-label={label}>
      {views.map(([key, name]) => (
        <Tabs.Trigger
          key={key}
          value={key}
          className="headline -mb-[2px] min-h-[46px] shrink-0 border-b-4 border-transparent px-3 text-base text-soft hover:text-ink data-[state=active]:border-mark data-[state=active]:text-ink"
        >
          {name}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  );
}
