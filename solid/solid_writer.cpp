#include "solid/solid_writer.h"

#include "solid/bodies.h"
#include "solid/joining.h"

#include <APIHeaderSection_MakeHeader.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <Interface_Static.hxx>
#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <STEPControl_Writer.hxx>
#include <Standard_Failure.hxx>
#include <StlAPI_Writer.hxx>

namespace goodfold::solid {

namespace {

/// How far a triangle may stand off what is round.
constexpr double kChord = 0.05;
constexpr double kTurnRad = 0.15;

/// A body with something in it.
TopoDS_Shape soundShapeOf(const part::ExactBody& body) {
    const TopoDS_Shape shape = shapeOf(body);
    if (!(volumeOf(shape) > 0)) throw Standard_Failure("empty");
    return shape;
}

bool writeStep(const Request& request) {
    STEPControl_Writer writer;
    Interface_Static::SetCVal("write.step.unit", "MM");
    for (const part::ExactBody& body : request.bodies) {
        Interface_Static::SetCVal("write.step.product.name", body.name.c_str());
        if (writer.Transfer(soundShapeOf(body), STEPControl_AsIs) != IFSelect_RetDone) return false;
    }
    APIHeaderSection_MakeHeader header(writer.Model());
    header.SetName(new TCollection_HAsciiString(request.bodies.front().name.c_str()));
    header.SetAuthorValue(1, new TCollection_HAsciiString(""));
    header.SetOrganizationValue(1, new TCollection_HAsciiString(""));
    header.SetOriginatingSystem(new TCollection_HAsciiString("Good Fold"));
    return writer.Write(request.path.c_str()) == IFSelect_RetDone;
}

bool writeStl(const Request& request) {
    std::vector<TopoDS_Shape> shapes;
    for (const part::ExactBody& body : request.bodies)
        shapes.push_back(soundShapeOf(body));
    const TopoDS_Compound all = together(shapes);
    BRepMesh_IncrementalMesh mesh(all, kChord, false, kTurnRad);
    StlAPI_Writer writer;
    writer.ASCIIMode() = false;
    return writer.Write(all, request.path.c_str());
}

} // namespace

} // namespace goodfold::solid

extern "C" void goodfoldWriteSolid(const goodfold::solid::Request& request, std::string& wrong) {
    using namespace goodfold::solid;
    Message::DefaultMessenger()->ChangePrinters().Clear(); // it reports to the terminal
    try {
        const bool isWritten = request.format == Format::Step ? writeStep(request) : writeStl(request);
        if (!isWritten) wrong = "The solid could not be written.";
    } catch (const Standard_Failure&) {
        wrong =
            "No solid can be made of this bracket: where an outline crosses itself, or plates lie within one "
            "another, the findings say so.";
    } catch (const std::exception&) {
        wrong = "The solid needs more memory than there is.";
    }
}
