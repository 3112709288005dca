import { inStudio } from "../../../src/frame/in-studio";

export default inStudio("EndingScreen");
