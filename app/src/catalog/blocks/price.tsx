/** What it costs and the way to buy it; or, where nothing is sold, the ways in. */
import { Ways } from "../ways-card";
import type { Drawn } from "./block";

export const Price: Drawn<"price"> = ({ shown }) => <Ways shown={shown} />;
