"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useId } from "react";
import { TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Columns, EngineLines, JobLines, type Lines } from "./Lines";
import type { Search } from "./useSearch";

/** One field for all that a shop has: typed in, it answers at once. */
export function SearchBox({ search: { text, setText, found, failed } }: { readonly search: Search }) {
  const id = useId();
  return (
    <chakra.search display="block" pb="5">
      <chakra.label htmlFor={id} srOnly>
        Find an engine, a job or a sheet
      </chakra.label>
      <TextInput
        id={id}
        type="search"
        value={text}
        maxLength={100}
        autoComplete="off"
        placeholder="Find an engine, a job or a sheet: name, serial, notes"
        maxWidth="40rem"
        onChange={(e) => setText(e.target.value)}
      />
      <chakra.p role="status" srOnly>
        {found === null ? "" : `${found.engines.of} engines, ${found.ended.length} jobs`}
      </chakra.p>
      {failed && (
        <Complaint role="alert">The shop can&apos;t be reached: what is found here may be out of date.</Complaint>
      )}
    </chakra.search>
  );
}

/** What was found: jobs and sheets, engines. */
export function FoundLines({ text, found: { engines, ended } }: { readonly text: string; readonly found: Lines }) {
  return (
    <Columns>
      <chakra.section aria-labelledby="found-jobs" minWidth="0">
        <PlateHeading id="found-jobs">Jobs and sheets</PlateHeading>
        {ended.length === 0 ? (
          <chakra.p color="soft" fontSize="18px">
            None on such an engine, and none with such a note.
          </chakra.p>
        ) : (
          <JobLines jobs={ended} />
        )}
      </chakra.section>
      <chakra.section aria-labelledby="found-engines" minWidth="0">
        <PlateHeading id="found-engines">Engines</PlateHeading>
        {engines.of === 0 ? (
          <chakra.p color="soft" fontSize="18px">
            No engine has “{text.trim()}” in its name, serial or notes.
          </chakra.p>
        ) : (
          <EngineLines engines={engines} />
        )}
      </chakra.section>
    </Columns>
  );
}
