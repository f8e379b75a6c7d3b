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
	run, speed := c.run(p), c.speed(p)
	yes := func(ok bool, text string) string {
		if ok {
			return text
		}
		return ""
	}
	reset := len(p.of(DriveReset)) > 0
	presets := len(c.PresetHz) > 0 || speed == ByPresets
	out := []Command{
		{"Start", []Cell{{"Keypad", yes(run == Keypad, "run key")}, {"Station", yes(run == ThreeWire, "start button")},
			{"Switch", yes(run == TwoWire, "closed")}, {"Dial", ""},
			{"Controller", yes(run == RunByOutput, "run output closes")}, {"Link", yes(run == RunByLink, "run word")}}},
		{"Stop", []Cell{{"Keypad", yes(run == Keypad || p.StopAlways, "stop key")},
			{"Station", yes(run == ThreeWire, "stop button, opens")}, {"Switch", yes(run == TwoWire, "open")},
			{"Controller", yes(run == RunByOutput, "run output opens")}, {"Link", yes(run == RunByLink, "stop word")},
			{"Emergency stop", yes(c.EStop == "yes", "opens run and feed")}}},
		{"Speed", []Cell{{"Keypad", map[SpeedBy]string{Keys: "arrows", Dial: "dial on it"}[speed]},
			{"Switch", yes(presets, "selector, fixed speeds")}, {"Dial", yes(speed == Pot, "potentiometer")},
			{"Controller", map[SpeedBy]string{ByVolts: "0 to 10 V", ByMilliamps: "4 to 20 mA"}[speed]},
			{"Link", yes(speed == SpeedByLink, "speed word")}}},
		{"Direction", []Cell{{"Keypad", ""}, {"Switch", yes(c.Direction == Switch, "forward, off, reverse")},
			{"Controller", yes(c.Direction == TurnByOutput, "direction output")}}},
	}
	if c.JogHz > 0 {
		out = append(out, Command{"Jog", []Cell{{"Station", "jog button, only while pressed"}}})
	}
	return append(out, Command{"Reset", []Cell{
		{"Keypad", yes(len(p.Displays) > 0, "stop key, after the cause is gone")},
		{"Station", yes(reset && run == ThreeWire, "reset contact")}}})
}

// turned says that its direction is turned round from outside.
func (c Chosen) turned() bool { return c.Direction == Switch || c.Direction == TurnByOutput }

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

// sayer says something of an entry of the drive's.
type sayer func(id string, g finding.Grade, sentence, detail string, entry string, cures ...finding.Cure)

// Control judges who may command what. most is the most hertz in use.
//
// Long: a list of rules, each by itself.
func (c Chosen) Control(p *Profile, wants map[Function]Want, most float64) []finding.Finding {
	var out []finding.Finding
	var say sayer = func(id string, g finding.Grade, sentence, detail string, entry string, cures ...finding.Cure) {
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
	if s := c.speed(p); (s == Keys || s == Dial) && c.Lid == "shut" {
		say("drive.lid-dial", finding.Caution, speedShut,
			speedShutDetail, "speed",
			finding.Cure{Label: "Potentiometer", Path: "drive.speed", Value: string(Pot)})
	}
	if c.turned() && run == Keypad {
		say(finding.DriveFight, finding.Stop,
			switchAndKeypad, switchAndKeypadDetail, "run",
			finding.Cure{Label: "Run from the switch", Path: "drive.run", Value: string(TwoWire)})
	}
	if c.Direction == Switch && run == ThreeWire {
		say(finding.DriveFight, finding.Caution, buttonsAndSwitch, buttonsAndSwitchDetail, "direction")
	}
	if !p.offers(RunSource, string(c.wires(p))) {
		say(finding.DriveRunSource, finding.Stop, noStartThere(p), noSuchSetting, "run")
	}
	if !p.offers(SpeedSource, string(c.setSpeed(p))) {
		say(finding.DriveSpeedSource, finding.Stop, noSpeedThere(p), noSuchSetting, "speed")
	}
	for _, text := range p.Forbidden(wants) {
		say(finding.DriveNever, finding.Stop, mustNotStand, text, "run")
	}
	if c.wires(p) == TwoWire {
		detail := noSettingAgainst
		if p.find(Restart) != nil && c.Restart != "yes" {
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
	if c.EStop == "" && !c.remote(p) {
		say(finding.DriveStop, finding.Open, emergencyStopAsked,
			emergencyStopOpens, "emergency_stop",
			finding.Cure{Label: "There will be", Path: "drive.emergency_stop", Value: "yes"})
	}
	c.outside(p, most, say)
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
