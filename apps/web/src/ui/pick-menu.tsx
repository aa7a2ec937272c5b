import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';

export interface PickGroup {
  readonly heading?: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
}

/** Longer lists stand in two columns: what is below the edge of the page is not found. */
const TALL = 10;

/** A list to pick one thing to do from: nothing happens until Enter or a touch, whatever is typed to find it. */
export function PickMenu({
  label,
  words,
  groups,
  open,
  onOpen,
  onPick,
}: {
  /** For assistive tools; may say more than the words on the button. */
  readonly label: string;
  readonly words: string;
  readonly groups: readonly PickGroup[];
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onPick: (value: string) => void;
}) {
  return (
    <DropdownMenu.Root open={open} onOpenChange={onOpen}>
      <DropdownMenu.Trigger className="btn btn-small whitespace-nowrap" aria-label={label}>
        {words} <ChevronDown size={16} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="z-20 max-h-[var(--radix-dropdown-menu-content-available-height)] min-w-[220px] overflow-y-auto border-2 border-ink bg-paper py-1"
          align="end"
          sideOffset={4}
          collisionPadding={8}
        >
          {groups.map((group, i) => (
            <DropdownMenu.Group
              key={group.heading ?? i}
              aria-label={group.heading}
              className={group.options.length > TALL ? 'grid grid-cols-2' : undefined}
            >
              {group.heading && (
                <DropdownMenu.Label className="label px-3 pt-1.5 text-sm text-soft">
                  {group.heading}
                </DropdownMenu.Label>
              )}
              {group.options.map((o) => (
                <DropdownMenu.Item
                  key={o.value}
                  className="flex min-h-[44px] cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-mark/40"
                  onSelect={() => onPick(o.value)}
                >
                  {o.label}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
