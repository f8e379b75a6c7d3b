package drive

import (
	"slices"

	"graybridge/core/finding"
)

// Command is one line of the control map.
type Command struct {
	Name  string `json:"name"`
	Cells []Cell `json:"cells" nullable:"false"`
}

// Cell says whether a source gives a command.
type Cell struct {
	Source string `json:"source"`
	Does   string `json:"does"` // empty: not
}

// Map is every command by every source.
func (c Chosen) Map(p *Profile) []Command {
	run := c.run(p)
	yes := func(ok bool, text string) string {
		if ok {
			return text
		}
		return ""
	}
	reset := len(p.of(DriveReset)) > 0
	return []Command{
		{"Start", []Cell{{"Keypad", yes(run == Keypad, "run key")}, {"Station", yes(run == ThreeWire, "start button")},
			{"Switch", yes(run == TwoWire, "closed")}, {"Dial", ""}}},
		{"Stop", []Cell{{"Keypad", yes(run == Keypad || p.StopAlways, "stop key")},
			{"Station", yes(run == ThreeWire, "stop button, opens")}, {"Switch", yes(run == TwoWire, "open")},
			{"Emergency stop", yes(c.EStop == "yes", "opens run and feed")}}},
		{"Speed", []Cell{{"Keypad", yes(c.speed(p) != Pot, map[SpeedBy]string{Keys: "arrows",
			Dial: "dial on it"}[c.speed(p)])}, {"Dial", yes(c.speed(p) == Pot, "potentiometer")}}},
		{"Direction", []Cell{{"Keypad", ""}, {"Switch", yes(c.Direction == Switch, "forward, off, reverse")}}},
		{"Reset", []Cell{{"Keypad", yes(len(p.Displays) > 0, "stop key, after the cause is gone")},
			{"Station", yes(reset && run == ThreeWire, "reset contact")}}},
	}
}

func (c Chosen) run(p *Profile) RunBy {
	if c.Run != "" {
		return c.Run
	}
	if len(p.Displays) == 0 && !p.undescribed() {
		return TwoWire
	}
	return Keypad
}

func (c Chosen) speed(p *Profile) SpeedBy {
	if c.Speed != "" {
		return c.Speed
	}
	if p.undescribed() {
		return Keys
	}
	if len(p.Displays) == 0 {
		return Pot
	}
	if !p.offers(SpeedSource, string(Dial)) {
		return Keys
	}
	return Dial
}

// offers says whether a function can be set to a word on this drive; true where
// it has no such setting at all.
func (p *Profile) offers(f Function, means string) bool {
	for _, j := range p.Jumpers {
		if j.Function == f {
			return slices.ContainsFunc(j.Positions, func(x Position) bool { return stands(x.Means, means) })
		}
	}
	q := p.find(f)
	return q == nil || slices.ContainsFunc(q.Choices, func(c Choice) bool { return stands(c.Means, means) })
}

// Terminals is what many leaflets call two wires and three: which of them is set elsewhere, or by the wires.
const Terminals = "terminals"

// stands says that a choice of a profile is what is wanted.
func stands(means, want string) bool {
	return means == want || means == Terminals && (want == string(TwoWire) || want == string(ThreeWire))
}

// undescribed says that nothing is known of its keys and of its control terminals.
func (p *Profile) undescribed() bool { return p.plate != nil || p.bare }

// Control judges who may command what.
func (c Chosen) Control(p *Profile, wants map[Function]Want) []finding.Finding {
	var out []finding.Finding
	say := func(id string, g finding.Grade, sentence, detail string, entry string, cures ...finding.Cure) {
		out = append(out, finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence,
			Detail: detail, Cures: cures, Entries: []string{"drive." + entry}})
	}
	run := c.run(p)
	if run != Keypad && !p.StopAlways && len(p.Displays) > 0 {
		say("drive.stop-key", finding.Caution, stopKeyDead, stopMustStop, "run")
	}
	if run == Keypad && c.Lid == "shut" {
		say(finding.DriveLidRun, finding.Stop, keysShut,
			keysShutDetail, "run",
			finding.Cure{Label: "Start and stop buttons", Path: "drive.run", Value: string(ThreeWire)})
	}
	if c.speed(p) != Pot && c.Lid == "shut" {
		say("drive.lid-dial", finding.Caution, speedShut,
			speedShutDetail, "speed",
			finding.Cure{Label: "Potentiometer", Path: "drive.speed", Value: string(Pot)})
	}
	if c.Direction == Switch && run == Keypad {
		say(finding.DriveFight, finding.Stop,
			switchAndKeypad, switchAndKeypadDetail, "run",
			finding.Cure{Label: "Run from the switch", Path: "drive.run", Value: string(TwoWire)})
	}
	if c.Direction == Switch && run == ThreeWire {
		say(finding.DriveFight, finding.Caution, buttonsAndSwitch, buttonsAndSwitchDetail, "direction")
	}
	if !p.offers(RunSource, string(run)) {
		say(finding.DriveRunSource, finding.Stop, noStartThere(p), noSuchSetting, "run")
	}
	if !p.offers(SpeedSource, string(c.speed(p))) {
		say(finding.DriveSpeedSource, finding.Stop, noSpeedThere(p), noSuchSetting, "speed")
	}
	for _, text := range p.Forbidden(wants) {
		say(finding.DriveNever, finding.Stop, mustNotStand, text, "run")
	}
	if run == TwoWire {
		detail := noSettingAgainst
		if p.find(Restart) != nil {
			detail = restartKeyed
		}
		say("drive.two-wire", finding.Caution,
			startsByItself, detail, "run", finding.Cure{Label: "Start and stop buttons", Path: "drive.run",
				Value: string(ThreeWire)})
	}
	if c.DailyOff == ByBreaker {
		say("drive.daily", finding.Caution, switchedDaily(p),
			switchedDailyDetail, "daily_off",
			finding.Cure{Label: "By the run command", Path: "drive.daily_off", Value: ""})
	}
	if c.EStop == "" {
		say(finding.DriveStop, finding.Open, emergencyStopAsked,
			emergencyStopOpens, "emergency_stop",
			finding.Cure{Label: "There will be", Path: "drive.emergency_stop", Value: "yes"})
	}
	if c.speed(p) == Pot {
		switch {
		case p.PotOhm.Most == 0 && p.undescribed():
			say("drive.pot", finding.Caution, potUnknown(p), potUnknownDetail, "speed")
		case p.PotOhm.Most == 0:
			say("drive.pot", finding.Stop, takesNoPot(p), speedAtKeypad, "speed")
		case c.DialOhms < p.PotOhm.Least*0.9 || c.DialOhms > p.PotOhm.Most*1.1:
			say("drive.pot", finding.Caution, c.potWrong(p), potWrongDetail, "dial_ohm")
		}
	}
	return out
}
