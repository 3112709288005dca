export { PublicListingScreen as default } from "../../../src/catalog/public-listing-screen";
