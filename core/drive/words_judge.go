package drive

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/unit"
)

// What load, settings, inspection and direction say.

func coolingFallsShort(v *View) string {
	return fmt.Sprintf("The load needs %s of rated torque; its cooling carries %s all day.",
		unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous))
}

func leastTooSlow(least float64, pt Point) string {
	return fmt.Sprintf("At its least hertz, %s, the load needs %s; its cooling carries %s all day.", unit.Text(least,
		"Hz"), unit.Percent(pt.Asked), unit.Percent(pt.Continuous))
}

const leastTooSlowDetail = "Do not run it slower than that for long. What helps: a blower, a larger motor, or other " +
	"sheaves and more hertz."

func mostHertz(o *Placed, v *View) string {
	return fmt.Sprintf("Most hertz %s is too much; the sheet takes %s.", unit.Text(o.Chosen.MostHz, "Hz"),
		unit.Text(v.TopHz, "Hz"))
}

func asksTooMuch(pt Point) string {
	return fmt.Sprintf("The load needs %s of rated torque. Its cooling carries %s all day, its amps %s for a minute.",
		unit.Percent(pt.Asked), unit.Percent(pt.Continuous), unit.Percent(pt.Short))
}

func rampTrips(r struct {
	ramp  Ramp
	id    string
	word  string
	entry string
}) string {
	return fmt.Sprintf("%s in %s trips it: give it at least %s.", finding.Upper(r.word),
		unit.Text(r.ramp.Asked, "s"), unit.Text(r.ramp.Least, "s"))
}

const rampNever = "It does not come up with this load."

func settingEnds(r Row) string {
	return fmt.Sprintf("%s (%s) does not reach what is wanted.", r.Name, r.Code)
}

func noSettingFor(v *View) string {
	return unheard(len(v.Unheard))
}

func unheard(n int) string {
	if n == 1 {
		return "This drive has no setting for one thing that you want."
	}
	return fmt.Sprintf("This drive has no setting for %d things that you want.", n)
}

func noSettingForDetail(v *View) string {
	return "It has none for: " + strings.Join(v.Unheard, ", ") + ". What it cannot be told must be held some other " +
		"way: an overload relay at the motor, a person, a stop in the mechanism."
}

func judgedOnly(o *Placed) string {
	return o.Profile.Name + " is judged only: its profile has no codes."
}

const judgedOnlyDetail = "A full profile comes in as a file; docs describe it."

func readButUnknown(strange []string) string {
	return "Read off the drive, but not in its profile: " + strings.Join(strange, ", ") + "."
}

const readButUnknownDetail = "A misread code, or something that this profile does not know."

func anotherOwners(differ []string) string {
	return fmt.Sprintf("%d settings read off the drive are another owner's.", len(differ))
}

func inspectionOpen(open int) string {
	return fmt.Sprintf("%d steps of the inspection are not done.", open)
}

const inspectionOpenDetail = "A second-hand drive is looked at, reset and read before it is wired."

func voltsSetting(o *Placed, top float64) string {
	return fmt.Sprintf("It can be set to %s at most; the wall has %s.", unit.Whole(top, "V"),
		unit.Whole(o.Site.Supply.Volts, "V"))
}

func voltsSettingDetail(o *Placed, top, wants float64) string {
	return fmt.Sprintf("The motor gets its volts per hertz up to %s; above, torque falls as above base speed.",
		unit.Text(math.Min(1, top/wants)*o.Site.Model.FrequencyHz, "Hz"))
}

func sinkNotEarthed(s float64) string {
	return fmt.Sprintf("Its heat sink is not earthed: %s.", unit.Ohms.MeterText(s))
}

const sinkNotEarthedDetail = "Earth it with its own ring on bare metal, measure again: under 1 Ω."

const turnsOther = "In these joints it would turn clockwise; the machine wants anticlockwise."

func turnsOtherDetail(turn finding.Finding) string {
	return "Exchange two of its three motor wires, standing and dead, rather than run it in reverse for good; then " +
		"bump it. " + turn.Detail
}

func fromColdItHas(minutes float64) string {
	return fmt.Sprintf(" From cold its winding is as hot as its class allows after about %s.", unit.Whole(minutes,
		"min"))
}

func restsBringIt(l load.Load, worst float64) string {
	return fmt.Sprintf(" Your %s on and %s off bring it to %s of that heat (guide value).", unit.Text(l.On, "min"),
		unit.Text(l.Off, "min"), unit.Percent(worst))
}

func sayCable(metres, reach, khz float64) finding.Finding {
	return finding.Finding{ID: "drive.cable", Bay: finding.Bridge, Grade: finding.Caution, Planning: true,
		Sentence: fmt.Sprintf("%s of motor cable is long for a carrier of %s.", unit.Text(metres, "m"),
			unit.Text(khz, "kHz")),
		Detail: "Its leakage can trip the drive, or a residual-current device ahead of it. Cures in this order: a " +
			"lower carrier, a shorter cable, a choke at the drive's output, a filter.",
		Figure: unit.Text(metres, "m"), Limit: unit.Text(reach, "m") + " at most",
		Measure: finding.Against(metres, finding.AtMost, reach, "m"),
		Why: []finding.Why{{Formula: "metres × kHz of carrier ≤ 200, three times that with a choke",
			Numbers: fmt.Sprintf("%s · %s", unit.Text(metres, "m"), unit.Text(khz, "kHz")), Section: finding.OnDrive,
			Source: "guide value; the maker's sheet decides", Estimated: true}},
		Entries: []string{"drive.cable", "drive.carrier"}}
}

func sayOldWinding(khz float64, classA bool) finding.Finding {
	f := finding.Finding{ID: "drive.old-winding", Bay: finding.Bridge, Grade: finding.Note, Planning: true,
		Sentence: fmt.Sprintf("A carrier of %s is high for a motor not made for drives.",
			unit.Text(khz, "kHz")),
		Detail: "It leaks more to the frame and runs a little hotter. A lower carrier whines, and is easier on it.",
		Figure: unit.Text(khz, "kHz"), Limit: unit.Text(oldWindingKHz, "kHz"),
		Why: []finding.Why{{Formula: "leakage goes with the carrier; a plain winding has no margin for the added heat",
			Section: finding.OnDrive, Source: "trade, guide value", Estimated: true}},
		Entries: []string{"drive.carrier", "plate.insulation"}}
	if classA {
		f.Grade = finding.Caution
		f.Sentence = fmt.Sprintf("A carrier of %s is high for an old winding of class A.", unit.Text(khz, "kHz"))
		f.Detail = "What it does not bear is heat: from the ripple of its amps, and from its own fan turning slowly. " +
			"The volt peaks of a 230 V drive a sound dry winding does bear."
		f.Measure = finding.Against(khz, finding.AtMost, oldWindingKHz, "kHz")
		f.Cures = []finding.Cure{{Label: "Carrier " + unit.Plain(quietKHz) + " kHz", Path: "drive.carrier",
			Value: unit.Plain(quietKHz) + " kHz"}}
	}
	return f
}

func sayBearings(watts float64) finding.Finding {
	return finding.Finding{ID: "drive.bearings", Bay: finding.Bridge, Grade: finding.Note,
		Sentence: fmt.Sprintf("At %s and over on a drive, have the shaft's currents looked at.",
			unit.Text(bearingWatts/1000, "kW")),
		Detail: "They flow through the bearings and pit them. An earthing brush or an insulated bearing keeps them " +
			"away.",
		Figure: unit.Text(watts/1000, "kW"), Entries: []string{"plate.power"}}
}

func keyedAnew(n int) string {
	if n == 1 {
		return "One setting was keyed for another plan; key it anew."
	}
	return fmt.Sprintf("%d settings were keyed for another plan; key them anew.", n)
}
