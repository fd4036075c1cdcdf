import { chakra } from "@chakra-ui/react/styled-system";
import { CsvForm } from "../controls/CsvForm";
import { PlateHeading } from "../controls/Stamp";

/** A whole stock of parts at once. */
export const CsvIn = () => (
  <chakra.section display="flex" flexDirection="column" gap="3">
    <PlateHeading>Import parts from a CSV</PlateHeading>
    <CsvForm
      to="/api/parts/csv"
      hint="kind, thickness_mm and count at least; diameter_mm, mark, micrometer, read_mm, worn, place, cost as well"
      placeholder={"kind,diameter_mm,thickness_mm,mark,count\nshim-over,29,2.65,265,3"}
    />
  </chakra.section>
);
