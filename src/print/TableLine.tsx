/** A line of a table on paper. */
import { Text, View } from "@react-pdf/renderer";
import { NOW, SOFT, styles } from "./look";

interface Props {
  readonly cells: readonly string[];
  /** How wide each is, in points. */
  readonly widths: readonly number[];
  readonly head?: boolean;
  /** The cell that is struck out; null for none. */
  readonly struck?: number | null;
}

export const TableLine = ({ cells, widths, head = false, struck = null }: Props) => (
  <View style={styles.row} wrap={false}>
    {cells.map((cell, i) => (
      <Text
        key={i}
        style={{
          width: widths[i] ?? 60,
          ...(head ? { ...styles.head, color: SOFT } : {}),
          ...(i === 0 ? { fontWeight: 600 } : {}),
          ...(i === struck ? { textDecoration: "line-through", color: NOW } : {}),
        }}
      >
        {cell}
      </Text>
    ))}
  </View>
);
