export { CatalogScreen as default } from "../../src/catalog/catalog-screen";
