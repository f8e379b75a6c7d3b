package leads

import (
	"fmt"
)

// What stands beside the moves.

const proveDead = "Tester on a known live point, then here between every pair and to earth, then the known live " +
	"point again. Discharge the capacitor through a resistor, then short it. Keep the key on you."

const lidOn = "Earth conductor on the body first. Do not pinch a lead under the lid, do not shorten a motor lead."

const lidOnRoom = "Earth conductor on the body first, its own ring. Leave 150 mm of slack, do not shorten a motor " +
	"lead, do not pinch one under the lid."

func extraGoes(name string, x *Extra) string {
	return fmt.Sprintf("%s belongs to the %s and is in no joint: it goes %s.", name, x.What, x.Goes)
}
