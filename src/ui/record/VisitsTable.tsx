import { chakra } from "@chakra-ui/react/styled-system";

/** Valves by visits. Many cells alike: what they look like is said once, for the table. */
export const VisitsTable = chakra("table", {
  base: {
    borderCollapse: "collapse",
    fontSize: "16px",
    minWidth: "100%",
    "& caption": { captionSide: "top", textAlign: "left", pb: "2", color: "soft" },
    "& thead th": { textAlign: "left", fontFamily: "stamp", pr: "4", pb: "1", whiteSpace: "nowrap" },
    "& thead a": { textDecoration: "underline" },
    "& tbody tr": { borderTop: "1px solid", borderColor: "line" },
    "& tbody th": { textAlign: "left", py: "1", pr: "3" },
    "& tbody button": {
      minHeight: "44px",
      minWidth: "56px",
      fontFamily: "mono",
      px: "3",
      border: "1.5px solid",
      borderColor: "ink",
      borderRadius: "plate",
      cursor: "pointer",
      "&[aria-pressed=true]": { borderWidth: "3px", bg: "sheet" },
    },
    "& td": { pr: "4", py: "1", verticalAlign: "top", whiteSpace: "nowrap", fontFamily: "mono" },
    "& small": { display: "block", fontSize: "inherit", fontWeight: 400, color: "soft" },
    "& em": { display: "block", fontStyle: "normal", fontFamily: "body", color: "now" },
  },
});
