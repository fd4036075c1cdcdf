/** `next/navigation` in tests of screens: remembers where a page would have gone. */

/** The path that was pushed last; null before any. */
export const went: { to: string | null } = { to: null };

const go = (to: string): void => void (went.to = to);
const ROUTER = { push: go, replace: go, refresh: () => undefined, prefetch: () => undefined, back: () => undefined };
export const useRouter = () => ROUTER;
export const usePathname = () => "/";
export const useSearchParams = () => new URLSearchParams();
