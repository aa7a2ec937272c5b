/** What of the wiring was touched and stands open beside the drawing. */
export type WiringOpen = { readonly of: 'wire' | 'device'; readonly id: string } | null;
