import { chakra } from "@chakra-ui/react/styled-system";
import type { SheetLine } from "@/core/job/sheet/format";
import { answeredWords, foundWords, namesOf } from "@/core/job/sheet/lineOnSheet";

/** The lines of a build check: how each was answered, what was measured or found, by whom. */
export const LineTable = ({ lines }: { readonly lines: readonly SheetLine[] }) => (
  <chakra.div
    overflowX="auto"
    pt="4"
    tabIndex={0}
    role="region"
    aria-label="Line by line"
    _print={{ overflow: "visible" }}
  >
    <chakra.table
      width="full"
      borderCollapse="collapse"
      fontSize="16px"
      css={{
        "& th, & td": { textAlign: "left", padding: "5px 10px 5px 0", borderTop: "1px solid var(--f-colors-line)" },
        "& thead th": { fontFamily: "var(--f-fonts-stamp)" },
        "& tbody th": { fontWeight: 400 },
        "@media print": { "& th, & td": { padding: "1px 8px 1px 0", fontSize: "11px" } },
      }}
    >
      <thead>
        <tr>
          <th scope="col">Line</th>
          <th scope="col">Answered</th>
          <th scope="col">Measured, found</th>
          <th scope="col">By</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.title}>
            <th scope="row">{line.title.replace(/\.$/, "")}</th>
            <td>{answeredWords(line)}</td>
            <td>{foundWords(line)}</td>
            <td>{namesOf(line)}</td>
          </tr>
        ))}
      </tbody>
    </chakra.table>
  </chakra.div>
);
