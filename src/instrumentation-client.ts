// runs in the browser before a page listens
import { handOnWhatWasTypedEarly } from "./features/shell/typed-early";

handOnWhatWasTypedEarly();
