/** What a session was begun with, as one would say it: never the whole line that a browser sends. */
export function browserWords(agent: string): string {
  const system = [
    [/android/i, "Android device"],
    [/ipad|iphone|ipod/i, "phone or tablet"],
    [/windows/i, "Windows computer"],
    [/mac os/i, "Mac computer"],
    [/linux|x11/i, "Linux computer"],
  ] as const;
  return system.find(([is]) => is.test(agent))?.[1] ?? "another device";
}
