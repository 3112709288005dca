/** The way to buy again, further down; where nothing is sold, nothing. */
import { View } from "react-native";
import { LinkAction } from "../../ui/link-action";
import { type Drawn, READABLE } from "./block";

export const Button: Drawn<"button"> = ({ block, shown }) => {
  const [offer] = shown.offers;
  if (!offer) return null;
  return (
    <View style={{ maxWidth: READABLE }}>
      <LinkAction href={`/${shown.school}/o/${offer.id}`}>{block.says || "Buy it"}</LinkAction>
    </View>
  );
};
