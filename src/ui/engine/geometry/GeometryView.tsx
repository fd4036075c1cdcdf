"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import {
  GEOMETRY_ROLES,
  GEOMETRY_ROLE_NAMES,
  type GeometryRole,
  type KeptGeometry,
  geometryWords,
} from "@/core/quick/keptRocker";
import { NOTHING_TYPED, type TypedRocker, quickRocker } from "@/core/quick/rocker";
import { Button } from "../../controls/Button";
import { Field, Select } from "../../controls/Field";
import { Complaint, PlateHeading } from "../../controls/Stamp";
import { useUnit } from "../../controls/unit";
import { RockerAsks } from "../../quick/RockerAsks";
import { RockerShown } from "../../quick/RockerShown";
import { send, troubleOf } from "../../send";
import { useCommandIds } from "../../useCommandIds";
import { EngineLink, Title } from "../../controls/Title";

export interface KeptShown extends KeptGeometry {
  /** When, as the shop writes it. */
  readonly when: string;
}

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  /** The newest first. */
  readonly kept: readonly KeptShown[];
}

/** What is known of an engine before anything is kept: its rocker's ratio. */
const startOf = (file: EngineFile, step: TypedRocker["step"]): TypedRocker => ({
  ...NOTHING_TYPED,
  step,
  ratio: file.adjuster !== undefined && "ratio" in file.adjuster ? String(file.adjuster.ratio ?? "") : "",
});

/** The geometry of an engine's rockers: typed, drawn, and kept with it; what was kept before is a tap away. */
export function GeometryView({ id, file, kept }: Props) {
  const router = useRouter();
  const commands = useCommandIds();
  const unit = useUnit();
  const [newest] = kept;
  const [role, setRole] = useState<GeometryRole>(newest?.role ?? "both");
  const [typed, setTyped] = useState<TypedRocker>(
    () => newest?.typed ?? startOf(file, unit === "mm" ? "1 mm" : "0.050 in"),
  );
  /** Each revision that is shown has a form of its own: how many rows it has is its own affair. */
  const [shown, setShown] = useState(newest?.id ?? "");
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { answer, problems } = quickRocker(typed);
  async function keep(): Promise<void> {
    const revision = { role, typed };
    const sent = await send("POST", `/api/engines/${id}/geometry`, { id: commands.idFor(revision), ...revision });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind !== "done") return;
    commands.done();
    setSaid("Kept");
    router.refresh();
  }
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      <chakra.header display="flex" flexWrap="wrap" justifyContent="space-between" gap="3" alignItems="end">
        <div>
          <Title>
            Geometry of <EngineLink id={id} name={file.name} />
          </Title>
          <chakra.p fontSize="18px" color="soft">
            Marker on the valve tips, three pushrods, light springs: the length to order, and why.
          </chakra.p>
        </div>
        <Button type="button" _print={{ display: "none" }} onClick={() => window.print()}>
          Print
        </Button>
      </chakra.header>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.4fr)" }}
        gap={{ base: "5", lg: "8" }}
        alignItems="start"
      >
        <chakra.section aria-label="What is known" display="flex" flexDirection="column" gap="4" minWidth="0">
          <Field label="It holds for">
            {(c) => (
              <Select {...c} value={role} onChange={(e) => setRole(e.target.value as GeometryRole)}>
                {GEOMETRY_ROLES.map((r) => (
                  <option key={r} value={r}>
                    {GEOMETRY_ROLE_NAMES[r]}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <RockerAsks
            key={shown}
            typed={typed}
            problems={problems}
            onChange={(part) => {
              setSaid(null);
              setTyped({ ...typed, ...part });
            }}
          />
        </chakra.section>
        <chakra.div display="flex" flexDirection="column" gap="5" minWidth="0">
          <chakra.section aria-label="Answer" aria-live="polite" minWidth="0">
            <RockerShown answer={answer} onStud={typed.mount !== "shaft"} />
          </chakra.section>
          <chakra.div display="flex" flexWrap="wrap" gap="3" alignItems="center" _print={{ display: "none" }}>
            <Button type="button" kind="now" size="big" disabled={answer === null} onClick={() => void keep()}>
              Keep it with the engine
            </Button>
            {said !== null && (
              <chakra.span role="status" color="set" fontWeight={600}>
                {said}
              </chakra.span>
            )}
            {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
          </chakra.div>
          {kept.length > 0 && (
            <section aria-labelledby="kept">
              <PlateHeading id="kept">Kept so far</PlateHeading>
              <chakra.ol listStyleType="none" m="0" p="0" reversed>
                {kept.map((k) => (
                  <chakra.li
                    key={k.id}
                    display="flex"
                    flexWrap="wrap"
                    gap="3"
                    justifyContent="space-between"
                    alignItems="center"
                    borderTop="1px solid"
                    borderColor="line"
                    py="2"
                    fontSize="17px"
                  >
                    <span>
                      {geometryWords(k)}
                      <chakra.span display="block" fontSize="16px" color="soft">
                        {k.when}, {k.by}
                      </chakra.span>
                    </span>
                    <Button
                      type="button"
                      aria-label={`Show what was kept on ${k.when}: ${geometryWords(k)}`}
                      onClick={() => {
                        setRole(k.role);
                        setTyped(k.typed);
                        setShown(k.id);
                        setSaid(null);
                      }}
                    >
                      Show
                    </Button>
                  </chakra.li>
                ))}
              </chakra.ol>
            </section>
          )}
        </chakra.div>
      </chakra.div>
      <chakra.p fontSize="16px" color="soft">
        The maker&apos;s data, local rules and licensed practice come before anything said here.
      </chakra.p>
    </chakra.div>
  );
}
