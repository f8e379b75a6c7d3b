package bridge

import (
	"fmt"

	"graybridge/core/finding"
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
		Sentence: "Nothing is sized here while a stop stands: " + stop.Sentence, Detail: detail, Entries: stop.Entries}
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
