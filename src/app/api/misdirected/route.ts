import { refusedJson } from "@/server/http/http";

/** Whatever was asked for by a name that is not this machine's own. */
const misdirected = () => refusedJson("This shop is not to be found under that name.", "", 421);

export { misdirected as GET, misdirected as POST, misdirected as PUT, misdirected as DELETE, misdirected as PATCH };
