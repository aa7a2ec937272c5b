import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { useDoc } from '../../job/job-context.ts';

/** The steps of every list of readings, made from the plan beside the page. */
export function useMeasuredSteps() {
  const doc = useDoc();
  return useAnswer(BENCH, 'measured steps', doc, (api, d) => api.measuredSteps(d), RANK.compare);
}
