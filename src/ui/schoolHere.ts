/** Where the school is kept in which a person reads at one job, on this device: their usual one where none is. */
export const schoolKey = (jobId: string, personId: string): string => `fulcrata-school-${jobId}-${personId}`;
