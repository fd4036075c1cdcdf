import { chakra } from "@chakra-ui/react/styled-system";
import { memo } from "react";
import { color } from "../../drawings/colors";

const signs = (done: string) => [
  { text: "intake", fill: color.sheet, stroke: color.blue, width: 3 },
  { text: "exhaust", fill: color.sheet, stroke: color.brass, width: 3 },
  { text: "not here", fill: "none", stroke: color.edge, width: 1.5, dash: "3 3" },
  { text: done, fill: color.set, stroke: color.set, width: 2 },
  { text: "in hand, or out of spec", fill: color.nowWash, stroke: color.now, width: 3 },
];

/** What the valve heads mean; `done` is the word for a valve that is. */
export const Legend = memo(function Legend({ done }: { readonly done: string }) {
  return (
    <chakra.ul listStyleType="none" m="0" p="0" display="flex" flexWrap="wrap" columnGap="3" rowGap="1" bg="sheet">
      {signs(done).map((s) => (
        <chakra.li key={s.text} display="flex" alignItems="center" gap="2" fontFamily="stamp" fontSize="16px">
          <svg width="22" height="22" aria-hidden="true">
            <circle
              cx="11"
              cy="11"
              r="8.5"
              fill={s.fill}
              stroke={s.stroke}
              strokeWidth={s.width}
              strokeDasharray={s.dash}
            />
          </svg>
          {s.text}
        </chakra.li>
      ))}
    </chakra.ul>
  );
});
