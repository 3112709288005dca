export { EverybodyScreen as default } from "../../../../src/schedule/everybody/everybody-screen";
