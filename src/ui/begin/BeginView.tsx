"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import type { School } from "@/core/lash/school";
import { USUAL_WAYS } from "@/core/shop/ways";
import type { Currency } from "@/core/units/money";
import type { Paper } from "@/core/units/paper";
import type { TemperatureUnit } from "@/core/units/temperature";
import type { TypedUnit } from "@/core/units/typedLength";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { Threshold } from "../signIn/Threshold";
import { CurrencyOptions, PaperOptions, SchoolOptions, TemperatureOptions } from "../shop/options";

interface Begin {
  shopName: string;
  name: string;
  password: string;
  school: School;
  lengthUnit: TypedUnit;
  currency: Currency;
  temperatureUnit: TemperatureUnit;
  paper: Paper;
}

/** The first page of an empty installation: the shop, and its lead. */
export function BeginView() {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere } = useSentForm<Begin>({
    defaultValues: {
      shopName: "",
      name: "",
      password: "",
      school: "go-no-go",
      lengthUnit: "mm",
      ...USUAL_WAYS,
    },
    send: (begin, idFor) =>
      send("POST", "/api/begin", { shopId: idFor(["shop", begin]), personId: idFor(["person", begin]), ...begin }),
    onDone: () => router.replace("/"),
  });
  const other = elsewhere("shopName", "name", "password");
  return (
    <Threshold
      title="A shop of your own"
      lead="Name the shop and yourself: you lead it, and take the others in. How you read, units and currency can be changed later."
    >
      <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4">
        <Field label="The shop's name" error={wrong("shopName")}>
          {(c) => <TextInput {...c} {...register("shopName")} autoComplete="organization" />}
        </Field>
        <Field label="Your name" hint="As it stands on a sheet that you sign" error={wrong("name")}>
          {(c) => <TextInput {...c} {...register("name")} autoComplete="name" />}
        </Field>
        <Field
          label="A password"
          hint="At least 8 characters: with it and your name you sign in"
          error={wrong("password")}
        >
          {(c) => <TextInput {...c} {...register("password")} type="password" autoComplete="new-password" />}
        </Field>
        <Field label="How you read a gap" error={wrong("school")}>
          {(c) => (
            <Select {...c} {...register("school")}>
              <SchoolOptions />
            </Select>
          )}
        </Field>
        <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "1fr 1fr" }} gap="4">
          <Field
            label="A bare figure is read in"
            hint="Where the engine doesn't say otherwise"
            error={wrong("lengthUnit")}
          >
            {(c) => (
              <Select {...c} {...register("lengthUnit")}>
                <option value="mm">millimeters</option>
                <option value="in">inches</option>
              </Select>
            )}
          </Field>
          <Field label="Prices are in" error={wrong("currency")}>
            {(c) => (
              <Select {...c} {...register("currency")}>
                <CurrencyOptions />
              </Select>
            )}
          </Field>
          <Field label="Temperatures are in" error={wrong("temperatureUnit")}>
            {(c) => (
              <Select {...c} {...register("temperatureUnit")}>
                <TemperatureOptions />
              </Select>
            )}
          </Field>
          <Field label="Prints on" error={wrong("paper")}>
            {(c) => (
              <Select {...c} {...register("paper")}>
                <PaperOptions />
              </Select>
            )}
          </Field>
        </chakra.div>
        <FormEnd trouble={other}>
          <Button type="submit" kind="now" disabled={busy}>
            Open the shop
          </Button>
        </FormEnd>
      </chakra.form>
    </Threshold>
  );
}
