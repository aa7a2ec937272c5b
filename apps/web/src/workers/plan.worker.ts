import { expose } from 'comlink';
import { planWork } from './plan-work.ts';

expose(planWork);
