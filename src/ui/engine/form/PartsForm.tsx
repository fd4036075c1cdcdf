import { chakra } from "@chakra-ui/react/styled-system";
import { CAM_DRIVES, SEALS, type Seal, TIMED_DRIVES, type TimedDrive } from "@/core/engine/engineFile";
import type {
  BridgesDraft,
  CamshaftDraft,
  CoverDraft,
  LaterDraft,
  PartsDraft,
  PartsField,
} from "@/core/engine/partsDraft";
import { Button } from "../../controls/Button";
import { Field, Select, TextArea, TextInput } from "../../controls/Field";
import { Complaint, Stamp } from "../../controls/Stamp";
import { Two } from "../../controls/Two";

interface Props {
  readonly parts: PartsDraft;
  readonly problems: Partial<Record<PartsField, string | undefined>>;
  readonly onChange: (change: Partial<PartsDraft>) => void;
}

const SEAL_NAMES: Readonly<Record<Seal, string>> = { gasket: "gasket", "o-ring": "O-ring", sealant: "sealant" };

const DRIVE_NAMES: Readonly<Record<TimedDrive, string>> = {
  none: "nothing of the kind",
  distributor: "a distributor",
  "injection-pump": "an injection pump",
  magneto: "a magneto",
};

const NO_LATER: LaterDraft = { name: "", valves: "", torque: "" };
const NO_CAM: CamshaftDraft = { ...NO_LATER, caps: "" };
const NO_COVER: CoverDraft = { name: "", seal: "", torque: "" };

/** What comes off for the work and goes back on: asked for again when the job is closed up. */
export function PartsForm({ parts, problems, onChange }: Props) {
  return (
    <>
      <Rows
        title="Girdles, shafts: tightened after setting"
        add="Add a girdle or shaft"
        rows={parts.later}
        empty={NO_LATER}
        problem={problems.later}
        onChange={(later) => onChange({ later })}
      >
        {(row, change) => <UnderFields row={row} change={change} name="girdle, left shaft" />}
      </Rows>
      <Rows
        title="Camshafts that come off"
        add="Add a camshaft"
        rows={parts.camshafts}
        empty={NO_CAM}
        problem={problems.camshafts}
        onChange={(camshafts) => onChange({ camshafts })}
      >
        {(row, change) => (
          <>
            <UnderFields row={row} change={change} name="intake cam" />
            <Field label="Its caps: order, steps" hint="From the middle out, in three steps">
              {(c) => (
                <TextInput
                  {...c}
                  value={row.caps}
                  onChange={(e) => change({ caps: e.target.value })}
                  maxLength={300}
                />
              )}
            </Field>
          </>
        )}
      </Rows>
      <Rows
        title="Covers and what seals them"
        add="Add a cover"
        rows={parts.covers}
        empty={NO_COVER}
        problem={problems.covers}
        onChange={(covers) => onChange({ covers })}
      >
        {(row, change) => (
          <Three>
            <Field label="Cover" hint="valve cover, left">
              {(c) => <TextInput {...c} value={row.name} onChange={(e) => change({ name: e.target.value })} />}
            </Field>
            <Field label="Sealed by">
              {(c) => (
                <Select
                  {...c}
                  value={row.seal}
                  onChange={(e) => change({ seal: e.target.value as CoverDraft["seal"] })}
                >
                  <option value="">not known</option>
                  {SEALS.map((s) => (
                    <option key={s} value={s}>
                      {SEAL_NAMES[s]}
                    </option>
                  ))}
                </Select>
              )}
            </Field>
            <Torque value={row.torque} onChange={(torque) => change({ torque })} />
          </Three>
        )}
      </Rows>
      <Two>
        <Field label="A rocker works two valves by a bridge" hint="The bridge is set first">
          {(c) => (
            <Select
              {...c}
              value={parts.bridges}
              onChange={(e) => onChange({ bridges: e.target.value as BridgesDraft })}
            >
              <option value="">nowhere</option>
              <option value="intake">at the intakes</option>
              <option value="exhaust">at the exhausts</option>
              <option value="both">at both</option>
              {parts.bridges === "file" && <option value="file">as its file has it</option>}
            </Select>
          )}
        </Field>
        <Field label="What turns the cam" hint="Only gears may be turned back past a stop">
          {(c) => (
            <Select
              {...c}
              value={parts.camDrive}
              onChange={(e) => onChange({ camDrive: e.target.value as PartsDraft["camDrive"] })}
            >
              <option value="">not known</option>
              {CAM_DRIVES.map((d) => (
                <option key={d} value={d}>
                  {d}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Driven in time with the crank" hint="Asked for when closing up">
          {(c) => (
            <Select
              {...c}
              value={parts.timedDrive}
              onChange={(e) => onChange({ timedDrive: e.target.value as PartsDraft["timedDrive"] })}
            >
              <option value="">not known</option>
              {TIMED_DRIVES.map((d) => (
                <option key={d} value={d}>
                  {DRIVE_NAMES[d]}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </Two>
      <Field label="Notes" error={problems.notes}>
        {(c) => (
          <TextArea
            {...c}
            fontFamily="body"
            fontSize="17px"
            rows={3}
            value={parts.notes}
            onChange={(e) => onChange({ notes: e.target.value })}
          />
        )}
      </Field>
    </>
  );
}

const Three = chakra("div", {
  base: {
    display: "grid",
    gridTemplateColumns: { base: "minmax(0, 1fr)", sm: "1.3fr 1fr 0.8fr" },
    gap: "3",
    alignItems: "start",
  },
});

interface UnderProps<R extends LaterDraft> {
  readonly row: R;
  readonly change: (change: Partial<LaterDraft>) => void;
  readonly name: string;
}

function UnderFields<R extends LaterDraft>({ row, change, name }: UnderProps<R>) {
  return (
    <Three>
      <Field label="Name" hint={name}>
        {(c) => <TextInput {...c} value={row.name} onChange={(e) => change({ name: e.target.value })} />}
      </Field>
      <Field label="Valves under it" hint="all, bank 1, 1 2, 3E">
        {(c) => <TextInput {...c} value={row.valves} onChange={(e) => change({ valves: e.target.value })} />}
      </Field>
      <Torque value={row.torque} onChange={(torque) => change({ torque })} />
    </Three>
  );
}

const Torque = ({ value, onChange }: { readonly value: string; readonly onChange: (value: string) => void }) => (
  <Field label="Torque, Nm">
    {(c) => <TextInput {...c} value={value} inputMode="decimal" onChange={(e) => onChange(e.target.value)} />}
  </Field>
);

interface RowsProps<R> {
  readonly title: string;
  readonly add: string;
  readonly rows: readonly R[];
  readonly empty: R;
  readonly problem: string | undefined;
  readonly onChange: (rows: R[]) => void;
  readonly children: (row: R, change: (change: Partial<R>) => void) => React.ReactNode;
}

/** Any number of alike parts, each on a row that can be taken out again. */
function Rows<R>({ title, add, rows, empty, problem, onChange, children }: RowsProps<R>) {
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Stamp>{title}</Stamp>
      {rows.map((row, i) => (
        <chakra.div
          // Rows have no names of their own while they are typed: their place is what they are known by.
          key={i}
          role="group"
          aria-label={`${title}, ${i + 1}`}
          display="flex"
          flexDirection="column"
          gap="2"
          pl="3"
          borderInlineStart="3px solid"
          borderColor="edge"
        >
          {children(row, (change) => onChange(rows.map((r, k) => (k === i ? { ...r, ...change } : r))))}
          <chakra.div>
            <Button type="button" onClick={() => onChange(rows.filter((_, k) => k !== i))}>
              Take it out
            </Button>
          </chakra.div>
        </chakra.div>
      ))}
      {problem !== undefined && <Complaint role="alert">{problem}</Complaint>}
      <chakra.div>
        <Button type="button" onClick={() => onChange([...rows, empty])}>
          {add}
        </Button>
      </chakra.div>
    </chakra.div>
  );
}
