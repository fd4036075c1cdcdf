/** After how long without a tap a shared device asks who is at work. */
export const DEFAULT_QUIET_MINUTES = 15;
export const MAX_QUIET_MINUTES = 240;
