package drive

import (
	"fmt"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/unit"
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
	if len(p.Displays) == 0 {
		return TwoWire
	}
	return Keypad
}

func (c Chosen) speed(p *Profile) SpeedBy {
	if c.Speed != "" {
		return c.Speed
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
			return slices.ContainsFunc(j.Positions, func(x Position) bool { return x.Means == means })
		}
	}
	q := p.find(f)
	return q == nil || slices.ContainsFunc(q.Choices, func(c Choice) bool { return c.Means == means })
}

// Control judges who may command what.
func (c Chosen) Control(p *Profile, wants map[Function]Want) []finding.Finding {
	var out []finding.Finding
	say := func(id string, g finding.Grade, sentence, detail string, entry string, cures ...finding.Cure) {
		out = append(out, finding.Finding{ID: id, Bay: finding.Bridge, Grade: g, Sentence: sentence,
			Detail: detail, Cures: cures, Entries: []string{"drive." + entry}})
	}
	run := c.run(p)
	if run != Keypad && !p.StopAlways && len(p.Displays) > 0 {
		say("drive.stop-key", finding.Caution, "With run from outside, the stop key on its keypad does not stop it.",
			"Every stop must stop it: a stop button or the switch stands where the hand is, and people know it.", "run")
	}
	if run == Keypad && c.Lid == "shut" {
		say(finding.DriveLidRun, finding.Stop, "Its keys sit behind a shut lid: nobody can stop it from outside.",
			"Bring start and stop out: buttons or a switch on the lid.", "run",
			finding.Cure{Label: "Start and stop buttons", Path: "drive.run", Value: string(ThreeWire)})
	}
	if c.speed(p) != Pot && c.Lid == "shut" {
		say("drive.lid-dial", finding.Caution, "The speed cannot be reached with the lid shut.",
			"A potentiometer on the lid keeps fingers out of the box.", "speed",
			finding.Cure{Label: "Potentiometer", Path: "drive.speed", Value: string(Pot)})
	}
	if c.Direction == Switch && run == Keypad {
		say(finding.DriveFight, finding.Stop,
			"A forward-off-reverse switch and the keypad would fight: its off does not stop "+
				"it.", "Run must come from where the direction comes from.", "run",
			finding.Cure{Label: "Run from the switch", Path: "drive.run", Value: string(TwoWire)})
	}
	if c.Direction == Switch && run == ThreeWire {
		say(finding.DriveFight, finding.Caution,
			"Start and stop buttons and a forward-off-reverse switch together: say which "+
				"one stops it.",
			"The stop button must stop it in either direction; the switch then only turns it round, "+
				"standing.", "direction")
	}
	if !p.offers(RunSource, string(run)) {
		say(finding.DriveRunSource, finding.Stop, p.Name+" cannot be started from there.",
			"Its settings do not have it: choose another source.", "run")
	}
	if !p.offers(SpeedSource, string(c.speed(p))) {
		say(finding.DriveSpeedSource, finding.Stop, p.Name+" cannot take its speed from there.",
			"Its settings do not have it: choose another source.", "speed")
	}
	for _, text := range p.Forbidden(wants) {
		say(finding.DriveNever, finding.Stop, "These settings must not stand together.", text, "run")
	}
	if run == TwoWire {
		detail := "It has no setting against it: a contactor ahead that must be started by hand, or start and stop " +
			"buttons."
		if p.find(Restart) != nil {
			detail = "Restart after an outage is keyed to no; prove it: pull the feed with the switch closed, wait, " +
				"put it back, it must stand. Better: start and stop buttons."
		}
		say("drive.two-wire", finding.Caution,
			"A run switch that stays closed would start the machine when the supply "+
				"returns.", detail, "run", finding.Cure{Label: "Start and stop buttons", Path: "drive.run",
				Value: string(ThreeWire)})
	}
	if c.DailyOff == ByBreaker {
		say("drive.daily", finding.Caution, fmt.Sprintf("Switched off daily at the breaker: it stands %d power-ups an "+
			"hour, and breakers are not made for it.", p.PowerUpsHour),
			"Use the run command; breaker and isolator are for work on it.", "daily_off",
			finding.Cure{Label: "By the run command", Path: "drive.daily_off", Value: ""})
	}
	if c.EStop == "" {
		say(finding.DriveStop, finding.Open, "Is there an emergency stop where a hand can be caught?",
			"It opens the run command and the feed; what coasts goes on coasting.", "emergency_stop",
			finding.Cure{Label: "There will be", Path: "drive.emergency_stop", Value: "yes"})
	}
	if c.speed(p) == Pot {
		switch {
		case p.PotOhm.Most == 0:
			say("drive.pot", finding.Stop, p.Name+" takes no potentiometer.", "Set the speed at its keypad.", "speed")
		case c.DialOhms < p.PotOhm.Least*0.9 || c.DialOhms > p.PotOhm.Most*1.1:
			say("drive.pot", finding.Caution, fmt.Sprintf("The dial measures %s; it wants %s to %s.",
				unit.Text(c.DialOhms, "Ω"), unit.Plain(p.PotOhm.Least), unit.Plain(p.PotOhm.Most)+unit.Space+"Ω"),
				"Too few load its supply, too many make it jumpy.", "dial_ohm")
		}
	}
	return out
}
