package capacitor

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What the judgement of µF under a duty says.

func (q Question) cannotCarry(a Answer) string {
	return fmt.Sprintf("It cannot carry %s of rated torque with %s.", unit.Percent(q.Heaviest), unit.Text(a.Microfarad,
		"µF"))
}

func ruleWouldPut(rule School) string {
	return fmt.Sprintf("The %s rule would put %s in: %s of rated amps in the worst winding at your load.",
		finding.Lower(rule.Name), rule.Text, rule.AtLoad)
}

func (q Question) staysInside(share float64, coil, where string) string {
	return fmt.Sprintf("From %s to %s load every winding stays inside its rated amps (%s, winding %s, at %s).",
		unit.Percent(q.Lightest), unit.Percent(q.Heaviest), unit.Percent(share), coil, where)
}

func goodForATest(rule School) string {
	return fmt.Sprintf("Others call a capacitor good for a test only. True of their µF: the %s rule's %s would put "+
		"%s into a winding at your load and %s idling.", finding.Lower(rule.Name), rule.Text, rule.AtLoad,
		rule.AtIdle)
}

func insideButIdle(coil string, share float64) string {
	return fmt.Sprintf("At your load no winding overheats. Idling, winding %s would carry %s of rated amps. Say under "+
		"Load how light it ever runs.", coil, unit.Percent(share))
}

func restsKeep(where, coil string, share float64, words string, heat float64) string {
	return fmt.Sprintf("At %s winding %s carries %s of rated amps. %s keep it at %s of the heat its class allows "+
		"(guide value).", where, coil, unit.Percent(share), finding.Upper(words), unit.Percent(heat))
}

func restsDoNotKeep(where, coil string, share float64, words string, heat float64, until string) string {
	return fmt.Sprintf("At %s winding %s carries %s of rated amps. %s bring it to %s of the heat its class allows: %s.",
		where, coil, unit.Percent(share), finding.Upper(words), unit.Percent(heat), until)
}

func sayHowLong(where, coil string, share float64, until string) string {
	return fmt.Sprintf("At %s winding %s carries %s of rated amps: %s. Say under Load how long it runs and rests.",
		where, coil, unit.Percent(share), until)
}

func heavyButUsual(where, coil string, share float64, until string) string {
	return fmt.Sprintf("At your load no winding overheats. At %s winding %s carries %s of rated amps: %s.", where, coil,
		unit.Percent(share), until)
}

func heavyAndUsual(where, coil string, share float64, until string) string {
	return fmt.Sprintf("At your load one winding carries more than its rated amps. At %s winding %s carries %s: %s.",
		where, coil, unit.Percent(share), until)
}

func overAt(where, coil string, share float64, until string) string {
	return fmt.Sprintf("At %s winding %s carries %s of rated amps: %s.", where, coil, unit.Percent(share), until)
}

func (q Question) leftInSettles(restless float64, a Answer) string {
	return fmt.Sprintf("Others leave it in for ever, or forbid it altogether. Left running so, the winding settles at "+
		"%s of the heat its class allows. Its insulation lasts about half as long for every 10 °C more. At the "+
		"balance value, %s, it carries %s.", unit.Percent(restless), unit.Text(a.Balance, "µF"), q.atBalance(a))
}
