import { chakra } from "@chakra-ui/react/styled-system";

/** `now` is the one thing to do; `plain` everything else. */
export const Button = chakra("button", {
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "space-between",
    gap: "3",
    minHeight: "44px",
    px: "4",
    py: "2",
    borderRadius: "plate",
    borderWidth: "1.5px",
    borderStyle: "solid",
    borderColor: "ink",
    cursor: "pointer",
    fontFamily: "body",
    fontWeight: 600,
    fontSize: "17px",
    lineHeight: 1.2,
    textAlign: "left",
    bg: "sheet",
    color: "ink",
    textDecoration: "none",
    _hover: { bg: "paper" },
    _disabled: { opacity: 1, borderStyle: "dashed", color: "soft", borderColor: "edge", cursor: "not-allowed" },
    // It rests for a moment: the same words, not yet to be pressed.
    "&[aria-disabled=true]:not(:disabled)": { borderStyle: "dashed", cursor: "wait", _hover: { bg: "sheet" } },
  },
  variants: {
    kind: {
      plain: {},
      now: {
        bg: "now",
        color: "onNow",
        borderColor: "now",
        minHeight: "56px",
        fontSize: "20px",
        px: "5",
        _hover: { bg: "now", filter: "brightness(1.06)" },
        _disabled: { bg: "sheet" },
        "&[aria-disabled=true]:not(:disabled)": {
          bg: "sheet",
          color: "now",
          _hover: { bg: "sheet", filter: "none" },
        },
      },
      quiet: { bg: "transparent", borderColor: "transparent", textDecoration: "underline", px: "2", color: "ink" },
    },
    size: { normal: {}, big: { minHeight: "56px" } },
  },
  defaultVariants: { kind: "plain", size: "normal" },
});

/** What a link that is pressed like a button looks like; a list of many says it once. */
export const LINK_LOOK = {
  display: "inline-flex",
  alignItems: "center",
  minHeight: "44px",
  px: "4",
  py: "2",
  borderRadius: "plate",
  borderWidth: "1.5px",
  borderStyle: "solid",
  borderColor: "ink",
  fontWeight: 600,
  fontSize: "17px",
  lineHeight: 1.2,
  bg: "sheet",
  color: "ink",
  _hover: { bg: "paper" },
} as const;

export const ButtonLink = chakra("a", {
  base: LINK_LOOK,
  variants: {
    kind: {
      plain: {},
      now: {
        bg: "now",
        color: "onNow",
        borderColor: "now",
        minHeight: "56px",
        fontSize: "20px",
        px: "5",
        _hover: { bg: "now", filter: "brightness(1.06)" },
      },
    },
  },
  defaultVariants: { kind: "plain" },
});

/** The key that does the same, printed on the button. */
export const Key = chakra("kbd", {
  base: {
    fontFamily: "mono",
    fontSize: "15px",
    borderWidth: "1px",
    borderStyle: "solid",
    borderColor: "currentColor",
    borderRadius: "plate",
    px: "2",
    py: "0.5",
    whiteSpace: "nowrap",
    hideBelow: "md",
  },
});
