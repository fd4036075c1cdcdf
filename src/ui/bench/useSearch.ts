"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useSearchParams } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { asked } from "../query";
import type { Lines } from "./Lines";

/** A pause in typing after which it is looked for (assumed). */
const PAUSE_MS = 150;

export interface Search {
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Null while nothing is looked for. */
  readonly found: Lines | null;
  readonly failed: boolean;
}

/** What is looked for while it is typed; it stands in the address too, so that it can be shared. */
export function useSearch(opened: string, foundThen: Lines): Search {
  const [text, setText] = useState(opened);
  const [sought, setSought] = useState(opened.trim());
  /** What stands in the address by this page's own hand. */
  const written = useRef(opened.trim());
  useEffect(() => {
    const timer = setTimeout(() => setSought(text.trim()), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  useEffect(() => {
    const url = new URL(window.location.href);
    if (sought === (url.searchParams.get("q") ?? "")) return;
    if (sought === "") url.searchParams.delete("q");
    else url.searchParams.set("q", sought);
    written.current = sought;
    window.history.replaceState(null, "", url);
  }, [sought]);
  // Somebody went to the bench itself: there nothing is looked for.
  const inAddress = useSearchParams().get("q") ?? "";
  useEffect(() => {
    if (inAddress !== "" || written.current === "") return;
    written.current = "";
    setText("");
    setSought("");
  }, [inAddress]);
  const { data, isError } = useQuery({
    queryKey: ["bench", sought],
    queryFn: () => asked<Lines>("GET", `/api/bench?q=${encodeURIComponent(sought)}`),
    enabled: sought !== "",
    placeholderData: keepPreviousData,
    ...(sought === opened.trim() && sought !== "" ? { initialData: foundThen } : {}),
    retry: 1,
  });
  return { text, setText, found: sought === "" ? null : (data ?? null), failed: isError };
}
