import type { ComponentProps } from 'react';
import { FileButton } from './file-button.tsx';

/** A button that opens a CSV file. */
export const CsvButton = (props: Omit<ComponentProps<typeof FileButton>, 'accept'>) => (
  <FileButton {...props} accept=".csv,text/csv" />
);
