import { TOOL_GROUPS, type Tool } from '@venula/core/supply';

/** What to lay out before the first line is opened. */
export function ToolsView({ tools }: { readonly tools: readonly Tool[] }) {
  return TOOL_GROUPS.map((group) => {
    const own = tools.filter((t) => t.group === group);
    return own.length === 0 ? null : (
      <section key={group} className="mb-3">
        <h3 className="headline border-b-2 border-ink pb-1 text-base">{group}</h3>
        <ul>
          {own.map((t) => (
            <li
              key={t.name}
              className="grid grid-cols-2 gap-x-5 border-t border-rule py-1.5 first:border-t-0 max-md:grid-cols-1"
            >
              <strong className="font-semibold">{t.name}</strong>
              <span className="text-soft">{t.what}</span>
            </li>
          ))}
        </ul>
      </section>
    );
  });
}
