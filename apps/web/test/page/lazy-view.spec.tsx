import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import { lazyView } from '../../src/ui/lazy-view.tsx';

describe('a view that comes when it is first opened', () => {
  beforeEach(() => {
    // React tells of what a boundary has caught; here it is what is tried.
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => void jest.restoreAllMocks());

  test('says that it is on its way, then is there with what it was given', async () => {
    let come: (view: (props: { readonly name: string }) => React.ReactNode) => void = () => undefined;
    const View = lazyView<{ readonly name: string }>(() => new Promise((done) => (come = done)));
    render(<View name="Pull" />);
    expect(await screen.findByText('Opening…')).toBeTruthy();
    come(({ name }) => <p>the {name} chart</p>);
    expect(await screen.findByText('the Pull chart')).toBeTruthy();
  });

  test('one that cannot be had, or breaks, says so where it would stand; the rest of the page goes on', async () => {
    const Lost = lazyView(() => Promise.reject(new Error('the file is gone')));
    const Broken = lazyView(() =>
      Promise.resolve(() => {
        throw new Error('no such state');
      }),
    );
    render(
      <>
        <p>the track</p>
        <Lost />
        <Broken />
      </>,
    );
    const alerts = await screen.findAllByRole('alert');
    expect(alerts.map((a) => a.textContent)).toEqual([
      expect.stringMatching(/could not be shown.*kept.*the file is gone/),
      expect.stringMatching(/no such state/),
    ]);
    expect(screen.getByText('the track')).toBeTruthy();
    expect(screen.getAllByRole('button', { name: 'Reload' })).toHaveLength(2);
  });
});
