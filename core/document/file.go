package document

import (
	"encoding/base64"
	"encoding/json"
	"fmt"

	"graybridge/core/openfile"
)

// Photograph is a picture that travels in a job's file, under the id that the
// document names it by.
type Photograph struct {
	ID        string `json:"id"`
	MediaType string `json:"media_type"` // image/jpeg or image/png
	Picture   string `json:"picture"`    // its bytes in base64
}

// File is a job as a file carries it: the document and the photographs that it
// names.
type File struct {
	Document    Document
	Photographs []Photograph
}

// plainFile is the file as it is written: the photographs beside the entries.
type plainFile struct {
	plainDocument
	Photographs []Photograph `json:"photographs,omitempty"`
}

type plainDocument Document

// MarshalJSON writes the photographs beside the document's own entries.
func (f File) MarshalJSON() ([]byte, error) {
	return json.Marshal(plainFile{plainDocument(f.Document), f.Photographs})
}

// mostPhotographs of one file.
const mostPhotographs = 40

// DecodeFile reads a job's file strictly. The error is openfile.Problems and
// names every bad field.
func DecodeFile(data []byte) (File, error) {
	f, err := decodeFile(data)
	if err != nil {
		return File{}, err
	}
	bad := f.Document.Validate()
	if n := len(f.Photographs); n > mostPhotographs {
		bad = append(bad, openfile.Problem{Path: "photographs", Found: fmt.Sprintf("%d", n),
			Wanted: fmt.Sprintf("at most %d", mostPhotographs)})
	}
	for i, p := range f.Photographs {
		if _, err := base64.StdEncoding.DecodeString(p.Picture); err != nil {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("photographs[%d].picture", i),
				Found: "something else", Wanted: "the picture's bytes in base64"})
		}
	}
	if len(bad) > 0 {
		return File{}, bad
	}
	return f, nil
}

// decodeFile reads a file of either form.
func decodeFile(data []byte) (File, error) {
	if versionOf(data) == 1 {
		var old fileVersion1
		err := openfile.Decode(data, &old, false)
		return File{old.lift(), old.Photographs}, err
	}
	var f plainFile
	err := openfile.Decode(data, &f, false)
	return File{Document(f.plainDocument), f.Photographs}, err
}

// Bytes of the picture.
func (p Photograph) Bytes() []byte {
	data, _ := base64.StdEncoding.DecodeString(p.Picture) // DecodeFile has read it
	return data
}

// Named are the ids of the photographs that a document names.
func (d *Document) Named() []string {
	var out []string
	for _, m := range d.Machines {
		for _, id := range []string{m.Leads.Photo, m.Plate.Photo} {
			if id != "" {
				out = append(out, id)
			}
		}
	}
	return out
}
