/** Who looks, and who acts, in which shop. */
import type { Person } from "@/core/shop/person";
import type { ShopWays } from "@/core/shop/ways";
import type { TypedUnit } from "@/core/units/typedLength";

export interface Viewer {
  readonly shopId: string;
  readonly shopName: string;
  /** A made-up shop, where a name is proof enough. */
  readonly madeUp?: boolean;
  /** Null in a made-up shop until somebody says that they are at work. */
  readonly person: Person | null;
}
/** A viewer with what a page wants to know besides. */
export interface PageViewer extends Viewer {
  /** In what lengths are typed where no engine says otherwise: the person's, or the shop's. */
  readonly unit: TypedUnit;
  /** How the shop writes what is shown. */
  readonly ways: ShopWays;
  /** The shared device that is looked at; null on one's own. */
  readonly device: { readonly name: string; readonly quietMinutes: number } | null;
}
export interface Actor extends Viewer {
  readonly person: Person;
}
