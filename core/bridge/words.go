package bridge

import (
	"cmp"
	"fmt"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// What is said alike on every bridge.

func (d *Direction) doNotRun() string {
	return d.Swap + " Do not run it this way: " + d.Forbids + "."
}

func MendFirst(what, bridge string) string {
	return what + " follow the " + bridge + " as it will run. Mend that first."
}

func SayWait(stop *finding.Finding, detail string) finding.Finding {
	return finding.Finding{ID: finding.ProtectionWait, Bay: finding.Protection, Grade: finding.Open,
		Sentence: "Fix the red item first; the sizes appear then.",
		Detail:   "The red item: " + stop.Sentence + " " + detail, Entries: stop.Entries}
}

func SayBumped(right string) finding.Finding {
	return finding.Finding{ID: "leads.bumped", Bay: finding.Leads, Grade: finding.Good,
		Sentence: fmt.Sprintf("The bump showed the right direction, capacitor on %s.", right),
		Entries:  []string{"leads.bumped"},
		Detail:   "From now on the order of the three leads is fixed: mark them.",
		Why: []finding.Why{{Formula: "capacitor from the corner to L1 or L2", Section: finding.OnDirection,
			Source: "bump test"}}}
}

// sayBumpedRight: fixed is what no longer changes, with its verb.
func sayBumpedRight(fixed string) finding.Finding {
	return finding.Finding{ID: "leads.bumped", Bay: finding.Leads, Grade: finding.Good,
		Sentence: "The bump showed the right direction.", Detail: "From now on " + fixed + " fixed: mark them.",
		Entries: []string{"leads.bumped"}}
}

func sayBumpWrong(d Direction) finding.Finding {
	return finding.Finding{ID: finding.LeadsBumpWrong, Bay: finding.Leads, Grade: finding.Stop,
		Sentence: "The bump turned the wrong way.", Detail: d.Swapped(), Entries: []string{"leads.bumped"},
		Cures: []finding.Cure{{Label: "Exchanged: bump again", Path: "leads.bumped", Value: ""}}}
}

func NotLikeThis(v *WayView) string {
	return v.Text + " It does not carry your load like this."
}

const TurnEveryCoil = "Turning every coil round, or renaming the phases in rotation."

const BeltOffKey = "Belt off or coupling apart; key out or taped; guard on what still turns."

const WaitLockOff = "Wait until it stands. Lock off before anything is touched."

const LookHandsAway = "Look from the shaft end, hands and sleeves away."

func makerClash(breaker, amps float64) string {
	return fmt.Sprintf("Its maker's table contradicts itself: a breaker of %s ahead of %s.", unit.Rating(breaker),
		unit.Text(amps, "A"))
}

const makerClashDetail = "The breaker of that table is left out. Read it again: the input amps, or another " +
	"drive's line."

// makerAsks names what the plan takes from a maker's table.
func makerAsks(s Sized) string {
	var asks []string
	if s.MostBreaker > 0 && s.Breaker <= s.MostBreaker {
		asks = append(asks, fmt.Sprintf("a breaker of %s at most", unit.Rating(s.MostBreaker)))
	}
	if s.lineSays != (unit.Conductor{}) {
		asks = append(asks, fmt.Sprintf("a line wire of %s at least", s.lineSays))
	}
	if s.mSays != (unit.Conductor{}) {
		asks = append(asks, fmt.Sprintf("a motor wire of %s at least", s.mSays))
	}
	return fmt.Sprintf("Its maker asks %s.", finding.Together(asks))
}

const makerAsksDetail = "The maker's own table goes before the plan's where it asks more."

// FuseAhead is a maker's fuse in words; empty where it names none.
func (m *Maker) FuseAhead() string {
	if m == nil || m.FuseAmps == 0 {
		return ""
	}
	return strings.TrimSpace(unit.Rating(m.FuseAmps) + " at most, " + cmp.Or(m.FuseKind, "of the kind its maker names"))
}

// AirAround is what a maker asks free at its sides and in front, behind what is free above and below.
func (m *Maker) AirAround() string {
	if m == nil {
		return ""
	}
	var out string
	if m.SideMM > 0 {
		out += ", " + unit.Whole(m.SideMM, "mm") + " at its sides"
	}
	if m.FrontMM > 0 {
		out += ", " + unit.Whole(m.FrontMM, "mm") + " in front"
	}
	return out
}
