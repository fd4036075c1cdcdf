/** `next/dynamic` in tests of screens: a part is loaded when it is first shown, and shown once it is there. */
import { type ComponentType, Suspense, lazy } from "react";

type Loaded = ComponentType | { readonly default: ComponentType };

export default function dynamic(load: () => Promise<Loaded>): ComponentType<object> {
  const Part = lazy(async () => {
    const found = await load();
    return "default" in found ? found : { default: found };
  });
  return function LoadedPart(props: object) {
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
}
