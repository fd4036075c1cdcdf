"use client";

import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { useServerInsertedHTML } from "next/navigation";
import { type ReactNode, useState } from "react";

/**
 * Hands the styles made while rendering on the server to the page's head. Without it they stand
 * between the elements, and the browser finds another page than the server made.
 */
export function StyleRegistry({ children }: { readonly children: ReactNode }) {
  const [{ cache, flush }] = useState(makeCache);
  useServerInsertedHTML(() => {
    const made = flush();
    if (made.length === 0) return null;
    const names = made.filter((m) => !m.global).map((m) => m.name);
    const styles = names.map((name) => cache.inserted[name]).join("");
    return (
      <>
        {made
          .filter((m) => m.global)
          .map((m) => (
            <style
              key={m.name}
              data-emotion={`${cache.key}-global ${m.name}`}
              dangerouslySetInnerHTML={{ __html: String(cache.inserted[m.name]) }}
            />
          ))}
        {styles !== "" && (
          <style data-emotion={`${cache.key} ${names.join(" ")}`} dangerouslySetInnerHTML={{ __html: styles }} />
        )}
      </>
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}

function makeCache() {
  const cache = createCache({ key: "f" });
  cache.compat = true;
  const insert = cache.insert;
  let made: { name: string; global: boolean }[] = [];
  cache.insert = (...args) => {
    const [selector, { name }] = args;
    if (cache.inserted[name] === undefined) made.push({ name, global: selector === "" });
    return insert(...args);
  };
  const flush = () => {
    const taken = made;
    made = [];
    return taken;
  };
  return { cache, flush };
}
