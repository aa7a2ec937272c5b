import { Component, lazy, Suspense, type ComponentType, type ReactNode } from 'react';

/** A fault in one view leaves the rest of the page as it is. */
class ViewBoundary extends Component<{ readonly children: ReactNode }, { readonly fault: string | null }> {
  override state: { readonly fault: string | null } = { fault: null };

  static getDerivedStateFromError(error: unknown): { readonly fault: string } {
    return { fault: error instanceof Error ? error.message : String(error) };
  }

  override render(): ReactNode {
    const { fault } = this.state;
    if (fault === null) return this.props.children;
    return (
      <p role="alert" className="my-3 border-l-4 border-stop bg-well p-3">
        <strong className="text-stop">This view could not be shown.</strong> What you entered is kept.{' '}
        <span className="text-soft">({fault})</span>{' '}
        <button type="button" className="btn btn-small" onClick={() => window.location.reload()}>
          Reload
        </button>
      </p>
    );
  }
}

/** A view that comes when it is first opened, with an error page of its own. */
export function lazyView<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const View = lazy(async () => ({ default: await load() }));
  return function LazyView(props: P) {
    return (
      <ViewBoundary>
        <Suspense fallback={<p className="py-4 text-soft">Opening…</p>}>
          <View {...props} />
        </Suspense>
      </ViewBoundary>
    );
  };
}
