/** What the Wire stage shows of the findings: its own, and pumps that come in too late by their rule. */
export const STAGES = ['wire'] as const;
export const STAGING = ['STAGING_LATE', 'STAGING_BY_BOOST'] as const;
