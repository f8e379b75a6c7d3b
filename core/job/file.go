package job

import (
	"encoding/base64"
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
	Document
	Photographs []Photograph `json:"photographs,omitempty"`
}

// mostPhotographs of one file.
const mostPhotographs = 40

// DecodeFile reads a job's file strictly. The error is openfile.Problems and
// names every bad field.
func DecodeFile(data []byte) (File, error) {
	var f File
	if err := openfile.Decode(data, &f, false); err != nil {
		return File{}, err
	}
	bad := f.Validate()
	if n := len(f.Photographs); n > mostPhotographs {
		bad = append(bad, openfile.Problem{Path: "photographs", Found: fmt.Sprintf("%d", n), Wanted: fmt.Sprintf("at most %d", mostPhotographs)})
	}
	for i, p := range f.Photographs {
		if _, err := base64.StdEncoding.DecodeString(p.Picture); err != nil {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("photographs[%d].picture", i), Found: "something else", Wanted: "the picture's bytes in base64"})
		}
	}
	if len(bad) > 0 {
		return File{}, bad
	}
	return f, nil
}

// Bytes of the picture.
func (p Photograph) Bytes() []byte {
	data, _ := base64.StdEncoding.DecodeString(p.Picture) // DecodeFile has read it
	return data
}

// Named are the ids of the photographs that a document names.
func (d *Document) Named() []string {
	if d.Leads.Photo == "" {
		return nil
	}
	return []string{d.Leads.Photo}
}
