package capacitor

import (
	"fmt"

	"graybridge/core/unit"
)

// What the windings under the loads say.

func loadsInside(share float64, coil string) string {
	return fmt.Sprintf("At your loads no winding overheats: %s of rated amps at most, winding %s.",
		unit.Percent(share), coil)
}

func (q Question) upToShare(a Answer) string {
	return fmt.Sprintf("Up to %s of rated torque (%s) it stays so.", unit.Percent(a.Continuous),
		unit.Text(a.Continuous*q.Bridge.Model.ShaftWatts/1000, "kW"))
}

func shortRunsOnly(coil string, share, at float64) string {
	return fmt.Sprintf("Winding %s carries %s of rated amps at %s load: short runs only.", coil, unit.Percent(share),
		unit.Percent(at))
}

func (q Question) giveRests(a Answer, at, share float64) string {
	return "Heat grows with the square of amps: give it rests" + q.lighter(a, at, share) + "."
}

func wouldBurn(coil string, share, at float64) string {
	return fmt.Sprintf("Winding %s would carry %s of rated amps at %s load and burn.", coil, unit.Percent(share),
		unit.Percent(at))
}

func (q Question) notForRunning(a Answer, at, share float64) string {
	return "Heat grows with the square of amps. Not for running: other µF" + q.lighter(a, at, share) + ", or another " +
		"bridge."
}

func bothValue(a Answer) string {
	does := "is a compromise"
	if max(a.BothIdle, a.BothAt) <= 1 {
		does = "serves both"
	}
	return fmt.Sprintf(" %s %s: %s idling, %s at your load.", microfarads(a.Both), does, unit.Percent(a.BothIdle),
		unit.Percent(a.BothAt))
}

func lightBurns(idle string, s float64) string {
	return fmt.Sprintf("Idling, winding %s would carry %s of rated amps and burn.", idle, unit.Percent(s))
}

func idleBurns(idle string, s float64) string {
	return fmt.Sprintf("Left idling, winding %s would carry %s of rated amps and burn.", idle, unit.Percent(s))
}

const sayHowLight = " Say under Load how light it ever runs."

func turnsOther(o *Read, turns map[string]string) string {
	return fmt.Sprintf("It would turn %s; the machine wants %s.", turns[o.CornerTo], o.Site.Load.Turn)
}
