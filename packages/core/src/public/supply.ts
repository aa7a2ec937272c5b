export { type BillGroup, type BillLine, billOfMaterials } from '../supply/bill.ts';
export { type Joint, jointList, lineVolume } from '../supply/joints.ts';
