import { describe, expect, test } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import { fullReturnJob } from '@venula/core/document';
import { useJob, useOpenJob } from '../../src/job/job-context.ts';
import { inJob } from './support/job.tsx';

describe('an open job is read by selectors', () => {
  test('what shows one thing of it is drawn anew only when that thing changes', () => {
    const drawn = { title: 0, plumbing: 0, state: 0, doing: 0 };
    const Title = () => {
      drawn.title++;
      return <p>{useJob((job) => job.doc.title)}</p>;
    };
    const Plumbing = () => {
      drawn.plumbing++;
      return <p>{Object.keys(useJob((job) => job.doc.plumbing).elements).length} parts</p>;
    };
    const State = () => {
      drawn.state++;
      return <p>{useJob((job) => job.stateId)}</p>;
    };
    const Doing = () => {
      drawn.doing++;
      return <p>{typeof useOpenJob().edit}</p>;
    };
    const { job } = inJob(
      <>
        <Title />
        <Plumbing />
        <State />
        <Doing />
      </>,
      fullReturnJob('Wagon'),
    );
    const at = { ...drawn };
    act(() => job.edit({ op: 'replace', path: '/title', value: 'Coupe' }));
    expect(screen.getByText('Coupe')).toBeTruthy();
    expect(drawn).toEqual({ ...at, title: at.title + 1 });
    act(() => job.selectState('cruise'));
    expect(screen.getByText('cruise')).toBeTruthy();
    expect(drawn).toEqual({ ...at, title: at.title + 1, state: at.state + 1 });
    act(() => job.edit({ op: 'replace', path: '/plumbing/elements/feed/dash', value: 12 }));
    expect(drawn).toEqual({ ...at, title: at.title + 1, state: at.state + 1, plumbing: at.plumbing + 1 });
  });

  test('the state that is looked at: chosen by hand, else where it is tightest, and stepped to its neighbors', () => {
    const { job } = inJob(<p>here</p>, fullReturnJob('Wagon'));
    const { states } = job.getView().live;
    const ids = states.map((s) => s.state.id);
    act(() => job.selectState(ids[0]!));
    act(() => job.moveState(-1));
    expect(job.getView().stateId).toBe(ids[0]);
    act(() => job.moveState(1));
    expect(job.getView().stateId).toBe(ids[1]);
    act(() => job.selectState('not-there'));
    expect(ids).toContain(job.getView().stateId);
    expect(job.getView().shown?.state.id).toBe(job.getView().stateId);
  });

  test('outside a job it says so at once', () => {
    const Lost = () => <p>{useOpenJob().id}</p>;
    expect(() => render(<Lost />)).toThrow('outside a job');
  });
});
